import { z } from 'zod';
import type { EquipmentTypeId, ResourceId } from '@/core/ids';
import { jsonQuery, query } from '../../db/statement';
import { numberOf } from '../../db/shapes';
import { Claim } from '../../db/tables/claims';
import { Occurrence, Request } from '../../db/tables/requests';

export const SUBSTITUTES = jsonQuery({
  sql: `SELECT json_group_array(json_object('typeId', t.type_id, 'others',
  (SELECT json_group_array(s.by_type_id ORDER BY s.position) FROM equipment_substitute s JOIN equipment_type y ON y.id = s.by_type_id AND y.retired_at IS NULL WHERE s.type_id = t.type_id))) AS json
  FROM (SELECT DISTINCT type_id FROM equipment_substitute) t`,
  value: z.array(
    z.object({ typeId: numberOf<EquipmentTypeId>(), others: z.array(numberOf<EquipmentTypeId>()) }),
  ),
});

export const UNITS_BY_TYPE = jsonQuery({
  sql: `SELECT json_group_array(json_object('typeId', t.type_id, 'others',
  (SELECT json_group_array(l.resource_id ORDER BY l.resource_id) FROM stock_line l WHERE l.type_id = t.type_id AND l.resource_id IS NOT NULL))) AS json
  FROM (SELECT DISTINCT type_id FROM stock_line WHERE resource_id IS NOT NULL) t`,
  value: z.array(z.object({ typeId: numberOf<EquipmentTypeId>(), others: z.array(numberOf<ResourceId>()) })),
});

export const RIVALS_OF_CLAIM = query({
  sql: `SELECT r.ref AS ref, o.id AS occurrence FROM claim c JOIN occurrence o ON o.id = c.occurrence_id JOIN request r ON r.id = o.request_id
  WHERE c.id = $claim AND c.id = o.standing_id AND o.state = 'waiting'`,
  bind: { claim: Claim.id },
  row: { ref: Request.ref, occurrence: Occurrence.id },
});
