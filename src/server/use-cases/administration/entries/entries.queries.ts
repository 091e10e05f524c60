import { z } from 'zod';
import { jsonFamily, jsonQuery, query } from '../../../db/statement';
import { integer, listOf, oneOf } from '../../../db/tables/column';
import { Closure, Hours, Picture, Question } from '../../../db/tables/house';
import { Claim, AtRisk, ClaimSpace, ClaimEquipment } from '../../../db/tables/claims';
import { Occurrence, Request } from '../../../db/tables/requests';
import { asJsonObject } from '../../../db/connection';
import { Person } from '../../../db/tables/people';
import { EntryHistoryRow, ChangeSetRow } from '../../../db/tables/records';

export const HOURS_OF = query({
  sql: `SELECT weekday, from_min AS fromMin, to_min AS toMin, valid_from AS validFrom, valid_to AS validTo FROM hours
     WHERE owner_kind = $owner AND owner_id = $id ORDER BY valid_from IS NOT NULL, valid_from, from_min, to_min, weekday`,
  bind: { owner: Hours.owner_kind, id: Hours.owner_id },
  row: {
    weekday: Hours.weekday,
    fromMin: Hours.from_min,
    toMin: Hours.to_min,
    validFrom: Hours.valid_from,
    validTo: Hours.valid_to,
  },
});

export const QUESTION_ROWS = jsonQuery({
  sql: `SELECT json_group_array(json_object('id', id, 'text', text, 'required', json(iif(required, 'true', 'false')), 'choices', json(choices), 'seenBy', seen_by, 'numberName', COALESCE(number_name, ''))
       ORDER BY position, id) AS json FROM question WHERE owner_kind = $owner AND owner_id = $id AND retired_at IS NULL`,
  bind: { owner: Question.owner_kind, id: Question.owner_id },
  value: z.array(
    z.object({
      id: z.number().nullable(),
      text: z.string(),
      required: z.boolean(),
      choices: z.array(z.string()),
      seenBy: Question.seen_by.schema,
      numberName: z.string(),
    }),
  ),
});

export const PICTURE_OF = query({
  sql: 'SELECT stored_as AS stored, about, width, height FROM picture WHERE owner_kind = $of AND owner_id = $id',
  bind: { of: oneOf(['space', 'pool']), id: Picture.owner_id.plain() },
  row: { stored: Picture.stored_as, about: Picture.about, width: Picture.width, height: Picture.height },
});

export const PICTURE_STORED = query({
  sql: 'SELECT 1 AS one FROM picture WHERE stored_as = $stored',
  bind: { stored: Picture.stored_as },
  row: { one: integer() },
});

export const RISKS_OF_CLAIMS = query({
  sql: `SELECT claim_id AS id, rule, subject, sentence, finding FROM at_risk WHERE claim_id IN (SELECT value FROM json_each($ids)) AND rule IN (SELECT value FROM json_each($rules))`,
  bind: { ids: listOf(AtRisk.claim_id), rules: listOf(AtRisk.rule) },
  row: {
    id: AtRisk.claim_id,
    rule: AtRisk.rule,
    subject: AtRisk.subject,
    sentence: AtRisk.sentence,
    finding: AtRisk.finding,
  },
});

export const COMING_CLAIMS = query({
  sql: `SELECT c.id, o.id AS occurrenceId, r.id AS requestId, r.ref, r.title, c.start_min AS start FROM claim c JOIN occurrence o ON o.id = c.occurrence_id AND o.state = 'approved'
  JOIN request r ON r.id = o.request_id WHERE c.status = 'in-force' AND c.end_min > $now
  AND (EXISTS (SELECT 1 FROM claim_space s WHERE s.claim_id = c.id AND s.space_id IN (SELECT value FROM json_each($spaces)))
    OR EXISTS (SELECT 1 FROM claim_equipment e WHERE e.claim_id = c.id AND e.type_id IN (SELECT value FROM json_each($types)))) ORDER BY c.start_min, c.id`,
  bind: {
    now: Claim.end_min,
    spaces: listOf(ClaimSpace.space_id.plain()),
    types: listOf(ClaimEquipment.type_id.plain()),
  },
  row: {
    id: Claim.id,
    occurrenceId: Occurrence.id,
    requestId: Request.id,
    ref: Request.ref,
    title: Request.title,
    start: Claim.start_min,
  },
});

export const COUNT_COMING = query({
  sql: `SELECT COUNT(*) AS dates FROM (SELECT 1 FROM claim WHERE status = 'in-force' AND end_min > $now LIMIT $most)`,
  bind: { now: Claim.end_min, most: integer() },
  row: { dates: integer() },
});

export const SHUT_ALL_DAY = query({
  sql: `SELECT 1 AS one FROM closure WHERE owner_kind = 'site' AND owner_id = $site AND kind = 'shut' AND start_local <= $from AND end_local >= $to LIMIT 1`,
  bind: { from: Closure.start_local, to: Closure.end_local, site: Closure.owner_id },
  row: { one: integer() },
});

export const COUNT_DATES_DURING = query({
  sql: `SELECT COUNT(*) AS n FROM claim c JOIN occurrence o ON o.id = c.occurrence_id AND o.state = 'approved'
  WHERE c.status = 'in-force' AND c.start_min < $end AND c.end_min > $start AND c.end_min > $now`,
  bind: { start: Claim.end_min, end: Claim.start_min, now: Claim.end_min },
  row: { n: integer() },
});

const MOST_HISTORY = 200;

/** What was done to an entry, the latest first. */
export const HISTORY_OF_ENTRY = query({
  sql: `SELECT c.at_min AS at, p.name AS who, h.did, h.facts, h.before, h.after FROM house_history h JOIN change_set c ON c.id = h.change_set_id
  LEFT JOIN person p ON p.id = c.actor_id WHERE h.kind = $kind AND h.thing_id = $id ORDER BY h.id DESC LIMIT ${MOST_HISTORY}`,
  bind: { kind: EntryHistoryRow.kind, id: EntryHistoryRow.thing_id.plain() },
  row: {
    at: ChangeSetRow.at_min,
    who: Person.name.orNull(),
    did: EntryHistoryRow.did,
    facts: EntryHistoryRow.facts,
    before: EntryHistoryRow.before,
    after: EntryHistoryRow.after,
  },
});

const list = (table: string, order: string, where: string, name = 'name') =>
  `SELECT json_group_array(json_object('id', id, 'name', ${name}) ORDER BY ${order}) FROM ${table} WHERE ${where}`;
const listed = z.array(z.object({ id: z.int(), name: z.string() }));
const listedByName = z.array(z.object({ id: z.string(), name: z.string() }));

/** What there is to choose from: all there ever was, or what is in use. */
export const ENTRY_CHOICES = jsonFamily({
  samples: ['in use', 'ever'],
  sql: (which: 'in use' | 'ever') => {
    const where = which === 'in use' ? 'retired_at IS NULL' : '1';
    return asJsonObject({
      sites: list('site', 'id', 'id > (SELECT MIN(id) FROM site)'),
      buildings: list('building', 'position, id', where),
      spaces: list('space', 'building_id, position, id', where, `name || ' (' || code || ')'`),
      stores: list('store', 'id', where),
      equipment: list('equipment_type', 'position, id', where),
      teams: list('team', 'id', where),
      organisations: list('organisation', 'name COLLATE NOCASE', where),
      // Named as they are called wherever they are named.
      audiences: list('audience', 'position, id', where).replace(`'id', id`, `'id', name`),
      hues: `SELECT json_group_array(json_object('id', hue, 'name', names)) FROM (SELECT hue, group_concat(name, ', ') AS names FROM category WHERE ${where} GROUP BY hue)`,
      people: list('person', 'name COLLATE NOCASE', where),
      timetables: list(
        'timetable',
        'id',
        'id NOT IN (SELECT instead_id FROM timetable_exception WHERE instead_id IS NOT NULL)',
      ),
    });
  },
  value: z.strictObject({
    sites: listed,
    buildings: listed,
    spaces: listed,
    stores: listed,
    equipment: listed,
    teams: listed,
    organisations: listed,
    audiences: listedByName,
    hues: listedByName,
    people: listed,
    timetables: listed,
  }),
});
