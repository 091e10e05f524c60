import { t } from '@/contracts/language/translate';
import { memo } from 'react';
import type { BoardPool, UseTuple } from '@/contracts/calendar/board';
import { levels, type Level } from '@/core/equipment/peak-use';
import { duringText } from '@/contracts/words/when';
import { ROW_PX } from './rows';
import type { TimeAxis } from './time-axis';

/** How many are left, minute by minute, over the days shown; fetch and return counted, by the engine's own sweep. */
export function levelsOf(pool: BoardPool, uses: readonly UseTuple[], axis: TimeAxis): Level[] {
  const own = uses
    .filter(([type]) => type === pool.id)
    .map(([, start, end, quantity]) => ({ span: { start, end }, quantity }));
  return axis.days.flatMap(({ shown }) => levels(shown, own, pool.facts.stock));
}

const TOP_PX = 7;
const DEPTH_PX = ROW_PX - TOP_PX - 3;
/** Narrower than this no figure is written. */
const FIGURE_PX = 30;

interface PoolLevelProps {
  readonly pool: BoardPool;
  readonly levels: readonly Level[];
  readonly axis: TimeAxis;
  readonly tzid: string;
}

/** A pool as a level that falls as things are lent: what is left stands full, what is missing hangs below in the accent. */
export const PoolLevel = memo(function PoolLevel({ pool, levels: all, axis, tzid }: PoolLevelProps) {
  const most = Math.max(1, ...all.map(({ stock }) => stock));
  return all.map((level) => {
    const stretch = axis.stretch(level.span);
    if (!stretch) return null;
    const share = Math.max(0, level.left) / most;
    const isShort = level.left < 0;
    const note = t`${pool.name}, ${duringText(level.span, tzid)}: ${level.stock} there are, ${level.inUse} in use, ${isShort ? t`${-level.left} short` : t`${level.left} left`}`;
    return (
      <span key={level.span.start} data-note={note} className="absolute inset-y-0" style={stretch.style}>
        <span
          aria-hidden="true"
          className={`absolute inset-x-0 bottom-[3px] border-t-2 ${isShort ? 'border-conflict bg-conflict/25' : 'border-strong-rule bg-sunk'}`}
          style={{ height: isShort ? DEPTH_PX : Math.max(2, Math.round(share * DEPTH_PX)) }}
        />
        {stretch.width >= FIGURE_PX && (
          <span
            className={`absolute bottom-1 left-1 text-small leading-none ${isShort ? 'font-bold text-conflict' : level.inUse ? 'font-semibold' : 'text-soft'}`}
          >
            {isShort ? t`${-level.left} short` : level.left}
            <span className="sr-only">{t` of ${level.stock} left`}</span>
          </span>
        )}
      </span>
    );
  });
});
