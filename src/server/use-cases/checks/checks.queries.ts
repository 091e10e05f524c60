import { z } from 'zod';
import type { EquipmentTypeId } from '@/core/ids';
import { jsonQuery, query } from '../../db/statement';
import { numberOf } from '../../db/shapes';
import { integer, listOf, lists } from '../../db/tables/column';
import { SpacePolicy, StockLine } from '../../db/tables/spaces';
import { Category } from '../../db/tables/house';

// The furthest horizon of the wanted spaces, as their newest policies give it; the house default where none does.
export const ASKED_HOUSE = jsonQuery({
  sql: `SELECT json_object(
  'horizonMonths', MAX(s.horizon_months, COALESCE((SELECT MAX(p.horizon_months) FROM space_policy p WHERE p.space_id IN (SELECT value FROM json_each($spaces))), 0)),
  'kits', (SELECT json_group_array(json_object('kit', k.kit_id, 'typeId', k.type_id, 'quantity', k.quantity) ORDER BY k.kit_id, k.type_id) FROM kit_item k),
  'audiences', json(COALESCE((SELECT c.audiences FROM category c WHERE c.id = $category), '[]'))) AS json
FROM site s ORDER BY s.id LIMIT 1`,
  bind: { spaces: listOf(SpacePolicy.space_id), category: Category.id },
  value: z.object({
    horizonMonths: z.number(),
    kits: z
      .array(
        z.object({
          kit: numberOf<EquipmentTypeId>(),
          typeId: numberOf<EquipmentTypeId>(),
          quantity: z.number(),
        }),
      )
      .readonly(),
    audiences: z.array(z.string()),
  }),
});

export const TYPES_OF_UNITS = query({
  sql: 'SELECT type_id, resource_id FROM stock_line WHERE resource_id IN (SELECT value FROM json_each($ids))',
  bind: { ids: listOf(StockLine.resource_id) },
  row: { type_id: StockLine.type_id, resource_id: StockLine.resource_id },
});

/** Of what patches name, what is not there or out of use, and what is a kit; `$units`: [from, to], a list of lists. */
export const UNKNOWN_IN_PATCHES = jsonQuery({
  sql: `SELECT json_object(
  'spaces', (SELECT json_group_array(x.value) FROM json_each($spaces) x WHERE x.value NOT IN (SELECT id FROM space WHERE retired_at IS NULL)),
  'types', (SELECT json_group_array(x.value) FROM json_each($types) x WHERE x.value NOT IN (SELECT id FROM equipment_type WHERE retired_at IS NULL)),
  'kits', (SELECT json_group_array(x.value) FROM json_each($types) x WHERE x.value IN (SELECT kit_id FROM kit_item)),
  'units', (SELECT json_group_array(json(x.value)) FROM json_each($units) x WHERE NOT EXISTS (SELECT 1 FROM stock_line a JOIN stock_line b ON b.type_id = a.type_id
    WHERE a.resource_id = x.value->>0 AND b.resource_id = x.value->>1))) AS json`,
  bind: { spaces: listOf(integer()), types: listOf(integer()), units: lists() },
  value: z.strictObject({
    spaces: z.array(z.int()),
    types: z.array(z.int()),
    kits: z.array(z.int()),
    units: z.array(z.tuple([z.int(), z.int()])),
  }),
});
