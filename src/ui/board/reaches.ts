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
