import { query } from '../../db/statement';
import { KitItem } from '../../db/tables/spaces';
import { Site } from '../../db/tables/house';
import { z } from 'zod';
import { jsonQuery } from '../../db/statement';
import { zeroOrOne } from '../../db/shapes';
import { Question } from '../../db/tables/house';

/** What kits are made of, in an order that stays. */
export const KIT_ITEMS = query({
  sql: 'SELECT kit_id AS kit, type_id AS typeId, quantity FROM kit_item ORDER BY kit_id, type_id',
  row: { kit: KitItem.kit_id, typeId: KitItem.type_id, quantity: KitItem.quantity },
});

export const OFFICE_CONTACT = query({
  sql: 'SELECT name AS site, office_name AS name, office_phone AS phone, office_email AS email, tzid, week_start AS weekStart FROM site ORDER BY id LIMIT 1',
  row: {
    site: Site.name,
    name: Site.office_name,
    phone: Site.office_phone,
    email: Site.office_email,
    tzid: Site.tzid,
    weekStart: Site.week_start,
  },
});

// One after another, as the office has put them.
export const QUESTIONS = jsonQuery({
  sql: `SELECT json_group_array(json_object('id', id, 'owner', owner_kind, 'ownerId', owner_id, 'text', text, 'required', required, 'choices', json(choices), 'numberName', number_name)
  ORDER BY owner_kind, owner_id, position, id) AS json FROM question WHERE retired_at IS NULL`,
  value: z.array(
    z.object({
      id: z.number(),
      owner: Question.owner_kind.schema,
      ownerId: z.number(),
      text: z.string(),
      required: zeroOrOne,
      choices: z.array(z.string()),
      numberName: Question.number_name.schema,
    }),
  ),
});
