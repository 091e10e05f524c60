import { t } from '@/contracts/language/translate';
import type { Stretch, WhenNow } from '@/core/changes/request-now';
import { dateOf } from '@/core/time/local-time';
import { hoursText, repetitionText } from './rule';
import { countText, dateLong, spanText } from './when';

function howText({ repetition, start, end }: Stretch): string {
  if (repetition.kind === 'picked') return t`picked dates from ${spanText(start, end)}`;
  const hours = hoursText({ start, end });
  return repetition.kind === 'rule'
    ? `${repetitionText(repetition.rule)}, ${hours}`
    : t`by a rule of its own, ${hours}, from ${dateLong(dateOf(start))}`;
}

function stretchText(stretch: Stretch): string {
  if (stretch.dates === 1 && !stretch.isEndless) return spanText(stretch.start, stretch.end);
  const end = stretch.isEndless ? t`without end` : t`until ${dateLong(stretch.last)}`;
  return `${howText(stretch)}, ${end}`;
}

/** `8 dates, 1 moved, 2 left out`; empty for a single date. */
function numbersText({ total, moved, leftOut }: WhenNow): string[] {
  return [
    total !== null && total > 1 ? countText(total, 'date', 'dates') : '',
    moved > 0 && total !== 1 ? t`${moved} moved` : '',
    leftOut > 0 ? t`${leftOut} left out` : '',
  ].filter(Boolean);
}

/**
 * When a request takes place, as its dates are now: `every 2 weeks on Tuesday, 18:15–20:00, until 20 July 2027, 8 dates, 1
 * moved, 2 left out`; `…; changed from 24 May 2027: …` where the series goes on differently.
 */
export function sayWhenNow(now: WhenNow): string {
  const [first, ...others] = now.stretches;
  if (!first) return t`no dates`;
  const changed = others.map(
    (stretch) => t`changed from ${dateLong(dateOf(stretch.start))}: ${stretchText(stretch)}`,
  );
  return [[stretchText(first), ...changed].join('; '), ...numbersText(now)].join(', ');
}
