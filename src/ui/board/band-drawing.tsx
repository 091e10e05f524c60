import type { Band } from '@/core/occupancy/bands';
import { timeOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { makeScale } from './scale';

const WORDS = { setup: 'setup', access: 'access', event: 'event', exit: 'exit', strike: 'strike' } as const;
const REACH = {
  setup: 'reach-crew reach-setup',
  strike: 'reach-crew reach-strike',
  access: 'reach-host reach-access',
  exit: 'reach-host reach-exit',
} as const;

/** The bands of one date drawn to scale, with their times as a list below. */
export function BandDrawing({ bands, tzid, hue }: { bands: readonly Band[]; tzid: string; hue: string }) {
  const first = bands[0];
  const last = bands[bands.length - 1];
  if (!first || !last) return null;
  const scale = makeScale({ start: first.start, end: last.end });
  return (
    <div>
      <div className="relative my-1 h-11" aria-hidden="true">
        {bands.map((band) =>
          band.kind === 'event' ? (
            <span
              key={band.kind}
              data-hue={hue}
              className="event-block"
              style={{ left: scale.left(band.start), width: scale.width(band) }}
            />
          ) : (
            <span
              key={band.kind}
              className={`reach ${REACH[band.kind]}`}
              style={{ left: scale.left(band.start), width: scale.width(band) }}
            />
          ),
        )}
      </div>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 text-[0.92rem]">
        {bands.map((band) => (
          <div key={band.kind} className="contents">
            <dt className="text-soft">{WORDS[band.kind]}</dt>
            <dd className={band.kind === 'event' ? 'font-semibold' : ''}>
              {timeOf(toLocal(band.start, tzid))}–{timeOf(toLocal(band.end, tzid))}
            </dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
