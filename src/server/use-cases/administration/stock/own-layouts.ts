import { t, untranslated } from '@/contracts/language/translate';
import type { ImpactReply } from '@/contracts/administration/stock-and-closures';
import type { OwnLayout, OwnLayoutInput } from '@/contracts/calendar/seating';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { runChangeSet } from '../../../effects/run-change-set';
import type { SignedInContext } from '../../../context/context';
import type { Reader } from '../../../db/connection';
import { NAME_OF_LAYOUT, OWN_LAYOUTS } from './house.queries';
import { OwnLayout as OwnLayouts } from '../../../db/tables/house';
import { writeJson } from '../../../db/tables/column';

/** The house's own ways to set rooms, by name. */
export const ownLayouts = (reader: Reader): Promise<OwnLayout[]> => reader.value(OWN_LAYOUTS);

/** Keeps a way to set rooms under a name; one of that name is replaced. */
export async function keepOwnLayout(
  ctx: SignedInContext,
  input: OwnLayoutInput,
): Promise<Outcome<ImpactReply>> {
  const order = {
    action: untranslated('saved a seating plan'),
    reason: input.name,
    idempotencyKey: input.key,
  };
  return runChangeSet<ImpactReply>(ctx, order, async (change) => {
    const layouts = change.tx.table(OwnLayouts);
    const query = writeJson<Record<string, unknown>>(input.query);
    const known = await layouts.first({ name: input.name });
    if (known) await layouts.update({ id: known.id }, { query });
    else await layouts.insert({ name: input.name, query });
    return done({ summary: t`saved “${input.name}”`, atRisk: 0 });
  });
}

/** Gives a way to set rooms up. */
export async function dropOwnLayout(
  ctx: SignedInContext,
  id: number,
  key: string,
): Promise<Outcome<ImpactReply>> {
  const order = { action: untranslated('deleted a seating plan'), reason: '', idempotencyKey: key };
  return runChangeSet<ImpactReply>(ctx, order, async (change) => {
    const [known] = await change.tx.all(NAME_OF_LAYOUT, { id });
    if (!known) return refuse({ code: 'not-found', what: t`such seating plan` });
    await change.tx.table(OwnLayouts).remove({ id });
    return done({ summary: t`cancelled “${known.name}”`, atRisk: 0 });
  });
}
