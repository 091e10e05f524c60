import { z } from 'zod';
import { CALENDAR_CHOICES as CHOICES_OF_REQUESTS } from '@/core/publishing/shown';
import { numberOf, zeroOrOne } from '../../../db/shapes';
import { Claim } from '../../../db/tables/claims';
import { Notice, Request } from '../../../db/tables/requests';
import { BUILDING } from '../../../repositories/names';
import { MOST_LEDGER } from '@/contracts/publishing/ledger';
import type { BuildingId, CategoryId, OrganisationId, SpaceId } from '@/core/ids';
import { jsonQuery, query } from '../../../db/statement';
import { integer, minute, oneOf, text } from '../../../db/tables/column';
import { Calendar, Published } from '../../../db/tables/publishing';

export const SLUG_TAKEN = query({
  sql: `SELECT 1 AS one FROM calendar WHERE slug = $slug AND id IS NOT $id
     UNION ALL SELECT 1 FROM calendar_slug_old WHERE slug = $slug AND calendar_id IS NOT $id LIMIT 1`,
  bind: { slug: Calendar.slug, id: Calendar.id.plain().orNull() },
  row: { one: integer() },
});

export const COUNT_SHOWN = query({
  sql: 'SELECT COUNT(*) AS shown FROM published WHERE calendar_id = $id AND gone_at_min IS NULL',
  bind: { id: Published.calendar_id },
  row: { shown: integer() },
});

export const CALENDAR_OF_NAME = query({
  sql: `SELECT 1 AS one FROM calendar WHERE kind = 'made' AND retired_min IS NULL AND name = $name COLLATE NOCASE AND id IS NOT $id`,
  bind: { name: Calendar.name, id: Calendar.id.orNull() },
  row: { one: integer() },
});

export const CALENDARS_IN_ORDER = query({
  sql: `SELECT id FROM calendar WHERE kind = 'made' AND retired_min IS NULL ORDER BY position, id`,
  row: { id: Calendar.id },
});

export const NAME_AND_SLUG = query({
  sql: `SELECT name, slug FROM calendar WHERE id = $id AND kind = 'made' AND retired_min IS NULL`,
  bind: { id: Calendar.id.plain() },
  row: { name: Calendar.name, slug: Calendar.slug },
});

export const CALENDARS = query({
  sql: `SELECT id, name FROM calendar WHERE kind = 'made' ORDER BY position, id`,
  row: { id: Calendar.id, name: Calendar.name },
});

// Retired ones too: what a calendar names has to be there to be taken out of it.
const named = (table: string, order: string) =>
  `json((SELECT json_group_array(json_object('id', id, 'name', name) ORDER BY ${order}) FROM ${table}))`;
const things = z.array(z.strictObject({ id: z.int(), name: z.string() }));
export const CHOICES_OF_CALENDARS = jsonQuery({
  sql: `SELECT json_object('buildings', ${named('building', 'position')}, 'spaces', ${named('space', 'position')},
  'categories', json((SELECT json_group_array(json_object('id', id, 'name', name, 'mark', mark, 'hue', hue) ORDER BY position) FROM category)),
  'hosts', ${named('organisation', 'name')}, 'people', ${named('person', 'name')},
  'audiences', json((SELECT json_group_array(name ORDER BY position, id) FROM audience))) AS json`,
  value: z.strictObject({
    buildings: things,
    spaces: things,
    categories: z.array(z.strictObject({ id: z.int(), name: z.string(), mark: z.string(), hue: z.string() })),
    hosts: things,
    people: things,
    audiences: z.array(z.string()),
  }),
});

// The calendars the application keeps for spaces, hosts and people say the same again and are left out.
export const LEDGER = jsonQuery({
  sql: `SELECT json_group_array(json_object('calendar', calendar, 'mark', mark, 'hue', hue, 'title', title, 'reference', ref, 'start', start_local, 'end', end_local,
    'shown', shown_at_min, 'gone', gone_at_min, 'goneAs', gone_as)) AS json FROM (
  SELECT k.name AS calendar, COALESCE(k.mark, y.mark) AS mark, COALESCE(k.hue, y.hue) AS hue, r.title, r.ref, c.start_local, c.end_local, p.shown_at_min, p.gone_at_min, p.gone_as
  FROM published p JOIN calendar k ON k.id = p.calendar_id AND k.kind = 'made' JOIN occurrence o ON o.segment_id = p.segment_id AND o.recurrence_local = p.recurrence_local
    JOIN claim c ON c.id = o.standing_id JOIN request r ON r.id = o.request_id
    LEFT JOIN category y ON json_array_length(k.filter, '$.categories') = 1 AND y.id = (k.filter ->> '$.categories[0]')
  WHERE ($calendar IS NULL OR p.calendar_id = $calendar) AND ($what <> 'gone' OR p.gone_at_min IS NOT NULL) AND ($what <> 'owed' OR p.gone_at_min > $old)
    AND ($text = '' OR instr(lower(r.title || ' ' || r.ref), $text))
  ORDER BY MAX(p.shown_at_min, COALESCE(p.gone_at_min, 0)) DESC, c.start_min, k.position LIMIT ${MOST_LEDGER + 1})`,
  bind: {
    calendar: Calendar.id.plain().orNull(),
    what: oneOf(['all', 'gone', 'owed']),
    text: text(),
    old: minute(),
  },
  value: z.array(
    z.strictObject({
      calendar: z.string(),
      mark: z.string().nullable(),
      hue: z.string().nullable(),
      title: z.string(),
      reference: z.string(),
      start: Claim.start_local.schema,
      end: Claim.end_local.schema,
      shown: Published.shown_at_min.schema,
      gone: Published.gone_at_min.schema,
      goneAs: Published.gone_as.schema,
    }),
  ),
});

const spacesOf = (what: string) =>
  `json((SELECT json_group_array(${what}) FROM claim_space s JOIN space p ON p.id = s.space_id WHERE s.claim_id = c.id))`;
/** What a filter of a calendar chooses by. */
const filtered = {
  categories: z.array(numberOf<CategoryId>()),
  audiences: z.array(z.string()),
};
const inPlaces = { spaces: z.array(numberOf<SpaceId>()), buildings: z.array(numberOf<BuildingId>()) };

// Dates that stand or wait: how it will be once they are approved.
export const NOTICE_FACTS = jsonQuery({
  sql: `SELECT json_group_array(json_object('version', r.row_version, 'title', r.title, 'secondLine', r.second_line, 'html', r.public_html, 'text', r.public_text, 'publish', r.publish,
  'heldBack', COALESCE(n.held_back, 0), 'publishFrom', n.publish_from, 'uid', g.uid,
  'categories', json((SELECT json_group_array(k.category_id) FROM request_category k WHERE k.request_id = r.id)), 'audiences', json(r.audiences),
  'hosts', json((SELECT json_group_array(json_object('id', o.id, 'name', o.name) ORDER BY h.position) FROM request_host h JOIN organisation o ON o.id = h.organisation_id WHERE h.request_id = r.id)),
  'dates', json((SELECT json_group_array(json_object('start', c.start_local, 'end', c.end_local, 'spaces', ${spacesOf('p.id')}, 'buildings', ${spacesOf('p.building_id')}) ORDER BY c.start_min)
    FROM occurrence o JOIN claim c ON c.id = o.standing_id WHERE o.request_id = r.id AND o.state IN ('waiting','approved') AND c.end_min > $now)),
  'places', json((SELECT json_group_array(DISTINCT p.name || ', ' || ${BUILDING}) FROM occurrence o JOIN claim_space s ON s.claim_id = o.standing_id JOIN space p ON p.id = s.space_id
    JOIN building b ON b.id = p.building_id WHERE o.request_id = r.id AND o.state IN ('waiting','approved'))),
  'choices', json((SELECT json_group_array(json_object('calendar', x.calendar_id, 'choice', x.choice)) FROM request_calendar x WHERE x.request_id = r.id)),
  'shown', json((SELECT json_group_object(calendar_id, shown) FROM (SELECT p.calendar_id, COUNT(*) AS shown FROM segment s JOIN published p ON p.segment_id = s.id AND p.gone_at_min IS NULL
    WHERE s.request_id = r.id GROUP BY p.calendar_id))),
  'announced', EXISTS (SELECT 1 FROM occurrence o JOIN announced a ON a.occurrence_id = o.id WHERE o.request_id = r.id))) AS json
FROM request r JOIN segment g ON g.request_id = r.id AND g.no = 1 LEFT JOIN notice n ON n.request_id = r.id WHERE r.ref = $ref`,
  bind: { ref: Request.ref, now: minute() },
  value: z.array(
    z.strictObject({
      version: z.int(),
      title: z.string(),
      secondLine: z.string(),
      html: z.string(),
      text: z.string(),
      publish: zeroOrOne,
      heldBack: zeroOrOne,
      publishFrom: Notice.publish_from.schema,
      uid: z.string(),
      ...filtered,
      hosts: z.array(z.strictObject({ id: numberOf<OrganisationId>(), name: z.string() })),
      dates: z.array(
        z.strictObject({ start: Claim.start_local.schema, end: Claim.end_local.schema, ...inPlaces }),
      ),
      places: z.array(z.string()),
      choices: z.array(z.strictObject({ calendar: z.int(), choice: z.enum(CHOICES_OF_REQUESTS) })),
      shown: z.record(z.string(), z.int()),
      announced: zeroOrOne,
    }),
  ),
});

// Every date to come that is to be published: what a filter chooses from.
export const COMING = jsonQuery({
  sql: `SELECT json_group_array(json_object('request', r.id, 'title', r.title, 'start', c.start_local, 'end', c.end_local,
  'place', (SELECT group_concat(p.name, ' + ' ORDER BY s.position) FROM claim_space s JOIN space p ON p.id = s.space_id WHERE s.claim_id = c.id),
  'heldBack', COALESCE(n.held_back, 0), 'publishFrom', n.publish_from, 'choice', x.choice,
  'categories', json((SELECT json_group_array(k.category_id) FROM request_category k WHERE k.request_id = r.id)),
  'hosts', json((SELECT json_group_array(h.organisation_id) FROM request_host h WHERE h.request_id = r.id)),
  'audiences', json(r.audiences), 'spaces', ${spacesOf('p.id')}, 'buildings', ${spacesOf('p.building_id')}) ORDER BY c.start_min, r.id) AS json
FROM claim c JOIN occurrence o ON o.id = c.occurrence_id JOIN request r ON r.id = o.request_id AND r.publish = 1
  LEFT JOIN notice n ON n.request_id = r.id LEFT JOIN request_calendar x ON x.request_id = r.id AND x.calendar_id = $id
WHERE c.status = 'in-force' AND c.end_min > $now`,
  bind: { id: integer(), now: minute() },
  value: z.array(
    z.strictObject({
      request: z.int(),
      title: z.string(),
      start: Claim.start_local.schema,
      end: Claim.end_local.schema,
      place: z.string().nullable(),
      heldBack: zeroOrOne,
      publishFrom: Notice.publish_from.schema,
      choice: z.enum(CHOICES_OF_REQUESTS).nullable(),
      ...filtered,
      hosts: z.array(numberOf<OrganisationId>()),
      ...inPlaces,
    }),
  ),
});
