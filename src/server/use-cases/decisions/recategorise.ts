import { t, untranslated } from '@/contracts/language/translate';
import type { RecategoriseInput } from '@/contracts/decisions/bookings';
import type { ChangeReply } from '@/contracts/requests/change';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { runChangeSet } from '../../effects/run-change-set';
import type { SignedInContext } from '../../context/context';
import { lastChange } from '../../repositories/requests/since';
import { Request, RequestCategory } from '../../db/tables/requests';
import { CATEGORY_IN_USE, REQUESTS_BY_REF, CATEGORIES_TO_REPLACE } from './decide.queries';
import type { Writer } from '../../db/connection';

const NOTHING_MOVES = {
  dates: 0,
  moved: 0,
  clashing: 0,
  keepOwn: 0,
  indoorsGivenUp: 0,
  ordersAdded: 0,
  ordersRevised: 0,
  ordersWithdrawn: 0,
};

/** The requests that are meant, each as whoever decides has seen it. */
async function seenRequests(tx: Writer, items: RecategoriseInput['items']) {
  const known = await tx.all(REQUESTS_BY_REF, { refs: items.map(({ reference }) => reference) });
  const byRef = new Map(known.map((request) => [request.ref, request]));
  for (const { reference, version } of items) {
    const request = byRef.get(reference);
    if (!request) return refuse({ code: 'not-found', what: t`request with this reference` });
    if (request.version !== version)
      return refuse({ code: 'stale', since: await lastChange(tx, request.id, request.tzid) });
  }
  return done(known.map(({ id }) => id));
}

/**
 * Puts requests into another leading category, all or nothing; the calendars follow. Categories they have beside the
 * first stay, one that becomes the first is not listed twice.
 */
export async function recategorise(
  ctx: SignedInContext,
  { key, items, categoryId, reason }: RecategoriseInput,
): Promise<Outcome<ChangeReply>> {
  const order = { action: untranslated('put into another category'), reason, idempotencyKey: key };
  return runChangeSet<ChangeReply>(ctx, order, async (change) => {
    const { tx } = change;
    const [category] = await tx.all(CATEGORY_IN_USE, { id: categoryId });
    if (!category)
      return refuse({
        code: 'bad-input',
        fields: [{ path: 'categoryId', message: t`There is no such category any more. Choose another.` }],
      });
    const seen = await seenRequests(tx, items);
    if (!seen.ok) return seen;
    const ids = seen.value;
    const old = await tx.all(CATEGORIES_TO_REPLACE, { ids, category: categoryId });
    await change.remove(RequestCategory, old);
    await change.insert(
      RequestCategory,
      ids.map((id) => ({ request_id: id, category_id: categoryId, position: 0 })),
    );
    await change.updateVersioned(Request, ids, {});
    for (const id of ids) change.requestIds.add(id);
    return done({
      changed: ids.length,
      summary: change.tell({ did: 'recategorised', requests: ids.length, category: category.name }),
      numbers: NOTHING_MOVES,
      changeSet: change.id,
      blocked: [],
      reasonFor: [],
      sentences: [],
      warnings: [],
    });
  });
}
