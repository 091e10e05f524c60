import type { ChangeSet, Effects } from '../repositories/changes/change-set';
import type { News } from '../repositories/changes/news';
import { followRisks } from './at-risk';
import { countRequestsUp } from './count-requests-up';
import { followOrders } from './orders/follow-orders';
import { followPlaces } from './follow-places';
import { followLetters } from './letters/queue-mail';
import { followPublishing } from './publishing/follow-publishing';

type Effect = (change: ChangeSet, news: News) => Promise<void>;

/**
 * What follows from a change, in the order in which one builds on another: who is next to whom is known once everything
 * occupies its place, and readers see what the dates then are. Each finds in the news what it has to do with.
 */
const EFFECTS: readonly Effect[] = [
  followPlaces,
  followRisks,
  followOrders,
  followPublishing,
  countRequestsUp,
];

async function follow(change: ChangeSet, news: News): Promise<void> {
  for (const effect of EFFECTS) await effect(change, news);
}

/** All that follows from what somebody does, in its own transaction; letters last, which tell of the whole. */
export const EFFECTS_OF_COMMANDS: Effects = { follow, tell: followLetters };

/** The same of what time does: whom it concerns is written to by the job itself (holds that lapse, reminders). */
export const EFFECTS_OF_TIME: Effects = { follow, tell: async () => undefined };
