'use client';
import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { EpochMinute, Interval } from '@/core/time/epoch-minute';
import { timeOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { GRAIN_MIN, snapInGap, type Scale } from './scale';

interface GapProps {
  readonly place: string;
  readonly gap: Interval;
  readonly scale: Scale;
  readonly dayStart: number;
  readonly tzid: string;
  onPick(start: EpochMinute): void;
}

const GHOST_MIN = 60;

/** Free time in a row. The pointer, or the arrow keys, choose a start in it; a press or Enter picks it. */
export function GapButton({ place, gap, scale, dayStart, tzid, onPick }: GapProps) {
  const [start, setStart] = useState<EpochMinute | null>(null);
  const time = (at: EpochMinute) => timeOf(toLocal(at, tzid));
  const fromPointer = (event: PointerEvent<HTMLButtonElement>): EpochMinute => {
    const box = event.currentTarget.getBoundingClientRect();
    const share = (event.clientX - box.left) / box.width;
    return snapInGap(gap, gap.start + share * (gap.end - gap.start), dayStart);
  };
  const step = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -GRAIN_MIN, ArrowRight: GRAIN_MIN }[event.key];
    if (!by) return;
    event.preventDefault();
    setStart(snapInGap(gap, (start ?? gap.start) + by, dayStart));
  };
  const ghost = start === null ? null : { start, end: Math.min(start + GHOST_MIN, gap.end) as EpochMinute };
  return (
    <>
      <button
        type="button"
        className="absolute inset-y-0 z-0 cursor-copy"
        style={{ left: scale.left(gap.start), width: scale.width(gap) }}
        aria-label={`${place} is free from ${time(gap.start)} to ${time(gap.end)}; ask from ${time(start ?? gap.start)}`}
        onPointerMove={(event) => setStart(fromPointer(event))}
        onPointerLeave={() => setStart(null)}
        onFocus={() => setStart((known) => known ?? gap.start)}
        onBlur={() => setStart(null)}
        onKeyDown={step}
        onClick={() => onPick(start ?? gap.start)}
      />
      {ghost && (
        <span
          aria-hidden="true"
          className="pointer-events-none absolute top-[7px] bottom-[7px] z-10 overflow-hidden border-2 border-dashed border-accent bg-raised px-1 text-[0.8rem] font-semibold whitespace-nowrap text-accent"
          style={{ left: scale.left(ghost.start), width: scale.width(ghost) }}
        >
          {time(ghost.start)}
        </span>
      )}
    </>
  );
}
