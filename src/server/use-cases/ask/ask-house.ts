import type { KitItem } from '@/core/equipment/kits';
import type { CategoryId, EquipmentTypeId } from '@/core/ids';
import type { CheckInput } from '@/contracts/ask';
import type { Context } from '../../context';
import type { Reader } from '../../db/connection';
import { loadSpaceFacts, siteZone } from '../../db/space-facts';
import type { AskedHouse } from '@/contracts/asked-dates';

interface HouseRow {
  readonly horizonMonths: number;
  readonly kits: readonly {
    readonly kit: EquipmentTypeId;
    readonly typeId: EquipmentTypeId;
    readonly quantity: number;
  }[];
  readonly audiences: string[];
}

// The furthest horizon of the wanted spaces, as their newest policies give it; the house default where none does.
const HOUSE = `SELECT json_object(
  'horizonMonths', MAX(s.horizon_months, COALESCE((SELECT MAX(p.horizon_months) FROM space_policy p WHERE p.space_id IN (SELECT value FROM json_each($spaces))), 0)),
  'kits', (SELECT json_group_array(json_object('kit', k.kit_id, 'typeId', k.type_id, 'quantity', k.quantity) ORDER BY k.kit_id, k.type_id) FROM kit_item k),
  'audiences', json(COALESCE((SELECT c.audiences FROM category c WHERE c.id = $category), '[]'))) AS json
FROM site s ORDER BY s.id LIMIT 1`;

export interface KnownHouse extends AskedHouse {
  readonly audiences: readonly string[];
  readonly categories: readonly CategoryId[];
}

/** What of the house the dates of a request depend on, and for whom its category usually is. */
export async function loadAskedHouse(ctx: Context, reader: Reader, input: CheckInput): Promise<KnownHouse> {
  const row = await reader.json<HouseRow>(HOUSE, {
    spaces: JSON.stringify(input.spaces.map(({ spaceId }) => spaceId)),
    category: input.categoryId ?? 0,
  });
  const contents = new Map<EquipmentTypeId, KitItem[]>();
  for (const { kit, typeId, quantity } of row.kits)
    contents.set(kit, [...(contents.get(kit) ?? []), { typeId, quantity }]);
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
