import type { ClaimId } from '../../ids';
import { intersection, lengthMin } from '../../time/epoch-minute';
import { RowsByStart } from '../../time/rows-by-start';
import type { Overlap, WantedDate } from '../asked';
import type { PublicEvent } from '../world';
import { USUAL, WARNS, type Check, type CheckRule, type Found } from './rule';

/** Another public event for the same people overlaps it, in minutes. */
export interface SameAudience extends Overlap {
  readonly audiences: readonly string[];
  readonly claimId: ClaimId;
}

/** Two public events for one audience must share this long to be in one another's way. Common practice, no source. */
const SAME_AUDIENCE_MIN = 15;

type Invited = PublicEvent & { readonly requestId?: number };

/** Dates of other requests that are decided in the same step are public events to one another. */
const besides = (dates: readonly WantedDate[]): Invited[] =>
  dates.flatMap(({ claim, of }) => (of?.audiences.length ? [{ ...of, span: claim.event }] : []));

/** The minutes and audiences that two events share; null where neither is enough to be in the way. */
function sharedBy(date: WantedDate, audiences: readonly string[], other: Invited): SameAudience | null {
  const during = intersection(other.span, date.claim.event);
  const common = other.audiences.filter((each) => audiences.includes(each));
  if (!during || !common.length || lengthMin(during) < SAME_AUDIENCE_MIN) return null;
  return { minutes: lengthMin(during), during, audiences: common, claimId: other.claimId };
}

function find({ dates, asked, world }: Check): Found<SameAudience>[] {
  const all: Invited[] = [...(world.publicEvents ?? []), ...besides(dates)];
  if (!all.length) return [];
  const byStart = new RowsByStart(all);
  return dates.flatMap((date) => {
    const audiences = date.of?.audiences ?? asked.audiences ?? [];
    if (!audiences.length) return [];
    return byStart.touching(date.claim.event).flatMap((other) => {
      const isOwn = date.of && other.requestId === date.of.requestId;
      const facts = isOwn ? null : sharedBy(date, audiences, other);
      return facts ? [{ key: date.key, spaceId: null, facts }] : [];
    });
  });
}

/** Public events for the same audience at the same time, wherever they are. */
export const sameAudience: CheckRule<SameAudience> = {
  ...WARNS,
  ...USUAL,
  touches: 'time',
  other: ({ claimId }) => claimId,
  reads: [],
  judged: { by: 'dates', find },
};
