import type { Band, BandKind } from '@/core/occupancy/bands';
import type { Interval } from '@/core/time/epoch-minute';

/** A line that reaches out from an event to one side or both; it runs on behind the event. */
export interface Reach {
  readonly who: 'crew' | 'host';
  readonly span: Interval;
  readonly className: string;
}

const SIDES = [
  { who: 'crew', before: 'setup', after: 'strike' },
  { who: 'host', before: 'access', after: 'exit' },
] as const satisfies readonly { who: string; before: BandKind; after: BandKind }[];

/** The bands beside an event as lines: of the crew from setup to strike, of the host from access to exit. The event is drawn over them. */
export function reachesOf(bands: readonly Band[]): Reach[] {
  return SIDES.flatMap(({ who, before, after }) => {
    const first = bands.find(({ kind }) => kind === before);
    const last = bands.find(({ kind }) => kind === after);
    const [start, end] = [(first ?? last)?.start, (last ?? first)?.end];
    if (start === undefined || end === undefined) return [];
    const ends = [first && `reach-${before}`, last && `reach-${after}`].filter(Boolean).join(' ');
    return [{ who, span: { start, end }, className: `reach reach-${who} ${ends}` }];
  });
}

/** The reaches of one booking as one thing to draw: one element, whose two lines are drawn by the style sheet. */
export interface JoinedReaches {
  /** From the first beginning to the last end. The very same object as `crew` or `host` where that takes it all up. */
  readonly span: Interval;
  readonly crew: Interval | null;
  readonly host: Interval | null;
  readonly className: string;
}

/** Null where nothing reaches out. */
export function joinedReaches(bands: readonly Band[]): JoinedReaches | null {
  const reaches = reachesOf(bands);
  const spanOf = (who: Reach['who']) => reaches.find((reach) => reach.who === who)?.span ?? null;
  const [crew, host] = [spanOf('crew'), spanOf('host')];
  const first = crew ?? host;
  if (!first) return null;
  const isFirstAll = !host || (first.start <= host.start && first.end >= host.end);
  const span =
    isFirstAll || !host
      ? first
      : {
          start: first.start < host.start ? first.start : host.start,
          end: first.end > host.end ? first.end : host.end,
        };
  const kinds = bands.filter(({ kind }) => kind !== 'event').map(({ kind }) => `bands-${kind}`);
  return { span, crew, host, className: ['bands', ...kinds].join(' ') };
}
