import { texts } from '@/contracts/language/translate';
import { sayTime, secondZoneText } from '@/contracts/words/when';
import type { Band } from '@/core/occupancy/bands';
import type { Interval } from '@/core/time/epoch-minute';
import { toLocal } from '@/core/time/zone';
import { reachesOf } from './reaches';
import { makeScale } from './scale';

const WORDS = texts({
  setup: 'setup',
  access: 'access',
  event: 'event',
  exit: 'exit',
  strike: 'strike',
} as const);

/** The same for whoever asks, who knows no names of bands. */
const PLAIN_WORDS = texts({
  setup: 'the crew sets up',
  access: 'your own time before',
  event: 'the event',
  exit: 'your own time after',
  strike: 'the crew clears away',
} as const);

interface BandDrawingProps {
  readonly bands: readonly Band[];
  readonly tzid: string;
  readonly hue: string;
  readonly isForRequester?: boolean;
}

/** The bands of one date drawn to scale, with their times as a list below. */
export function BandDrawing({ bands, tzid, hue, isForRequester = false }: BandDrawingProps) {
  const words = isForRequester ? PLAIN_WORDS : WORDS;
  const first = bands[0];
  const last = bands[bands.length - 1];
  if (!first || !last) return null;
  const scale = makeScale({ start: first.start, end: last.end });
  const event = bands.find(({ kind }) => kind === 'event');
  const at = (span: Interval) => ({ left: scale.left(span.start), width: scale.width(span) });
  return (
    <div>
      <div className="relative my-1 h-11" aria-hidden="true">
        {reachesOf(bands).map(({ who, span, className }) => (
          <span key={who} className={className} style={at(span)} />
        ))}
        {event && <span data-hue={hue} className="event-block" style={at(event)} />}
      </div>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 text-note">
        {bands.map((band) => (
          <div key={band.kind} className="contents">
            <dt className="text-soft">{words[band.kind]}</dt>
            <dd className={band.kind === 'event' ? 'font-semibold' : ''}>
              {sayTime(toLocal(band.start, tzid))}–{sayTime(toLocal(band.end, tzid))}
            </dd>
          </div>
        ))}
      </dl>
      {event && <p className="text-note text-soft">{secondZoneText(event)}</p>}
    </div>
  );
}
