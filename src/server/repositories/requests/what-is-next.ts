import type { EpochMinute } from '@/core/time/epoch-minute';
import { spanText } from '@/contracts/words/when';
import type { WhatIsNext } from '@/contracts/words/states';
import { hasProposal, hasWantedChange, isPast, type DateRow } from './request-rows';

/** What happens next with a request, from its dates as they stand. */
export function whatIsNext(dates: readonly DateRow[], now: EpochMinute): WhatIsNext {
  const coming = dates.filter((date) => !isPast(date, now));
  const approved = coming.filter(({ state }) => state === 'approved');
  const first = approved[0];
  return {
    offered: coming.filter((date) => date.state === 'waiting' && hasProposal(date)).length,
    waiting: coming.filter(({ state }) => state === 'waiting').length,
    changesWanted: approved.filter(hasWantedChange).length,
    nextDate: first ? spanText(first.startLocal, first.endLocal) : null,
    isOver: coming.length === 0,
  };
}
