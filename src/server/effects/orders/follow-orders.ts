import type { OccurrenceId } from '@/core/ids';
import { ClaimEquipment, ClaimService, ClaimSpace, Claim } from '../../db/tables/claims';
import { Occurrence } from '../../db/tables/requests';
import type { ChangeSet } from '../../repositories/changes/change-set';
import type { News } from '../../repositories/changes/news';
import { COMING_DATES_OF_TEMPLATE, DATES_IN_FORCE } from '../effects.queries';
import { syncOrders } from './sync-orders';

/** So many dates are brought in line by one go over the tables. */
const LOT = 500;

/** Dates that are approved, or were, and anything of which is otherwise now: they come, go, move, or have other neighbours. */
async function datesChanged({ tx }: ChangeSet, news: News): Promise<OccurrenceId[]> {
  const dates = news
    .lines(Occurrence)
    .flatMap(({ before, after }) =>
      after && (before?.state === 'approved' || after.state === 'approved') ? [after.id] : [],
    );
  const parts = [...news.lines(ClaimSpace), ...news.lines(ClaimEquipment), ...news.lines(ClaimService)];
  const claims = new Set(parts.flatMap(({ after }) => (after ? [after.claim_id] : [])));
  const others = claims.size ? await tx.all(DATES_IN_FORCE, { ids: [...claims] }) : [];
  const standing = news
    .lines(Claim)
    .flatMap(({ before, after }) =>
      after && (before?.status === 'in-force' || after.status === 'in-force') ? [after.occurrence_id] : [],
    );
  return [...dates, ...standing, ...others.map(({ occurrence_id }) => occurrence_id)];
}

/** Dates to come whose orders are made from something of the house that is otherwise now. */
async function datesOfEntries({ tx, at: now }: ChangeSet, news: News): Promise<OccurrenceId[]> {
  const dates: OccurrenceId[] = news.causes('work').flatMap((cause) => cause.dates);
  for (const { services, equipment, spaces, categories } of news.causes('recipe')) {
    const coming = await tx.all(COMING_DATES_OF_TEMPLATE, { now, services, equipment, spaces, categories });
    dates.push(...coming.map(({ id }) => id));
  }
  return dates;
}

/** The work orders of every date that is otherwise than before. */
export async function followOrders(change: ChangeSet, news: News): Promise<void> {
  const dates = [
    ...new Set([...(await datesChanged(change, news)), ...(await datesOfEntries(change, news))]),
  ];
  for (let from = 0; from < dates.length; from += LOT)
    await syncOrders(change, dates.slice(from, from + LOT));
}
