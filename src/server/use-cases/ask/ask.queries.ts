import { z } from 'zod';
import type { EquipmentTypeId } from '@/core/ids';
import { jsonQuery, query } from '../../db/statement';
import { numberOf, zeroOrOne } from '../../db/shapes';
import { flag, integer, listOf } from '../../db/tables/column';
import { SpacePolicy, StockLine } from '../../db/tables/spaces';
import { Category, Question } from '../../db/tables/house';
import { File, Request } from '../../db/tables/requests';
import { Deputy, Person } from '../../db/tables/people';

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

// One after another, as the office has put them.
export const QUESTIONS = jsonQuery({
  sql: `SELECT json_group_array(json_object('id', id, 'owner', owner_kind, 'ownerId', owner_id, 'text', text, 'required', required, 'choices', json(choices))
  ORDER BY owner_kind, owner_id, position, id) AS json FROM question WHERE retired_at IS NULL`,
  value: z.array(
    z.object({
      id: z.number(),
      owner: Question.owner_kind.schema,
      ownerId: z.number(),
      text: z.string(),
      required: zeroOrOne,
      choices: z.array(z.string()),
    }),
  ),
});

export const OWN_LOOSE_FILES = query({
  sql: `SELECT key FROM file WHERE key IN (SELECT value FROM json_each($keys)) AND owner_id = $me AND request_id IS NULL AND message_id IS NULL`,
  bind: { keys: listOf(File.key), me: File.owner_id },
  row: { key: File.key },
});

export const MAY_ASK_FOR = query({
  sql: `SELECT EXISTS (SELECT 1 FROM deputy d WHERE d.person_id = p.id AND d.deputy_id = $me) AS isDeputy FROM person p WHERE p.id = $for AND p.retired_at IS NULL`,
  bind: { for: Person.id, me: Deputy.deputy_id },
  row: { isDeputy: flag() },
});

export const REFERENCE_TAKEN = query({
  sql: 'SELECT 1 FROM request WHERE ref = $ref',
  bind: { ref: Request.ref },
  row: { 1: integer() },
});
