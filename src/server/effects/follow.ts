import type { ChangeSet, Effects } from '../repositories/changes/change-set';
import type { News } from '../repositories/changes/news';
import { followRisks } from './at-risk';
import { countRequestsUp } from './count-requests-up';
import { followOrders } from './orders/follow-orders';
import { followPlaces } from './follow-places';
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

/** Brings everything in line that follows from what a change has altered, in its own transaction. */
export const follow: Effects = async (change, news) => {
  for (const effect of EFFECTS) await effect(change, news);
};
