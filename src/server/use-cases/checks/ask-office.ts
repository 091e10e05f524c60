import { idOf, type CategoryId } from '@/core/ids';
import type { CheckInput } from '@/contracts/requests/ask';
import type { Context } from '../../context/context';
import type { Reader } from '../../db/connection';
import { loadSpaceFacts, siteZone } from '../../repositories/world/space-facts';
import type { AskedOffice } from '@/contracts/requests/asked-dates';
import { ASKED_HOUSE } from './checks.queries';
import { groupBy } from '@/core/lists';

/** No row has it. */
const NO_CATEGORY = idOf<CategoryId>(0);

export interface KnownOffice extends AskedOffice {
  readonly audiences: readonly string[];
  readonly categories: readonly CategoryId[];
}

/** What of the house the dates of a request depend on, and for whom its category usually is. */
export async function loadAskedOffice(ctx: Context, reader: Reader, input: CheckInput): Promise<KnownOffice> {
  const row = await reader.value(ASKED_HOUSE, {
    spaces: input.spaces.map(({ spaceId }) => spaceId),
    category: input.categoryId ?? NO_CATEGORY,
  });
  const contents = groupBy(row.kits, ({ kit }) => kit);
  // Only dates that go elsewhere need to know what is offered there.
  const elsewhere = input.overrides.flatMap(({ patch }) => patch.spaces?.map(({ to }) => to) ?? []);
  const facts = elsewhere.length ? await loadSpaceFacts(reader, [...new Set(elsewhere)]) : [];
  const offers = new Map(facts.map(({ id, layouts }) => [id, layouts]));
  return {
    tzid: await siteZone(reader),
    now: ctx.clock.now(),
    horizonMonths: row.horizonMonths,
    contentsOf: (type) => contents.get(type) ?? [],
    offersOf: (space) => offers.get(space) ?? [],
    categories: [...(input.categoryId ? [input.categoryId] : []), ...input.moreCategoryIds],
    audiences: input.publish ? (input.audiences ?? row.audiences) : [],
  };
}
