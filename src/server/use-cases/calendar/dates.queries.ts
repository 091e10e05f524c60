import { z } from 'zod';
import { DATE_GROUPS, type DateGroup, type DateTuple } from '@/contracts/calendar/dates';
import { jsonFamily } from '../../db/statement';
import { flag, integer, listOf, minute, text } from '../../db/tables/column';
import { Calendar } from '../../db/tables/publishing';
import { CLAIMS_IN_SPAN } from './claims-in-span.queries';
import { expected, IS_ANNOUNCED, KNOWN, MINE, nth, READABLE, RIGHTS } from './known-bookings.queries';

// What is cancelled was in force before: readers keep knowing what they knew.
const IS_KNOWN = `(${KNOWN} OR (o.state = 'cancelled' AND ${IS_ANNOUNCED}))`;

const STATE = `CASE WHEN o.state = 'cancelled' THEN 3 WHEN c.status = 'in-force' THEN 0 WHEN c.status = 'held' THEN 1 ELSE 2 END`;

/** Where it is said which rows of a group an event belongs to. */
const GROUPS: Readonly<Record<DateGroup, { readonly id: string; readonly from: string }>> = {
  space: { id: 'v.space_id', from: 'claim_space v WHERE v.claim_id = c.id' },
  building: {
    id: 'b.building_id',
    from: 'claim_space v JOIN space b ON b.id = v.space_id WHERE v.claim_id = c.id',
  },
  category: { id: 'v.category_id', from: 'request_category v WHERE v.request_id = r.id' },
  host: { id: 'v.organisation_id', from: 'request_host v WHERE v.request_id = r.id' },
  calendar: {
    id: 'v.calendar_id',
    from: `published v WHERE v.segment_id = o.segment_id AND v.recurrence_local = o.recurrence_local AND v.calendar_id IN (SELECT value FROM json_each($calendars))
      AND (v.gone_at_min IS NULL OR o.state = 'cancelled')`,
  },
};
const idsOf = (group: DateGroup) =>
  `json((SELECT json_group_array(${GROUPS[group].id}) FROM ${GROUPS[group].from}))`;
const isOneOf = (group: DateGroup) =>
  `EXISTS (SELECT 1 FROM ${GROUPS[group].from} AND ${GROUPS[group].id} IN (SELECT value FROM json_each($only)))`;

const SPACES = `json((SELECT json_group_array(json_array(s.space_id, s.id, s.layout) ORDER BY s.position) FROM claim_space s WHERE s.claim_id = c.id))`;

const FROM = `FROM (${CLAIMS_IN_SPAN}) c CROSS JOIN occurrence o ON o.id = c.occurrence_id AND o.standing_id = c.id JOIN request r ON r.id = o.request_id`;

// Waiting dates for those who may see them; cancelled ones where they are asked for.
const SHOWN = `(c.status IN ('in-force','held') OR (c.status = 'wanted' AND o.state = 'waiting' AND ${READABLE}) OR ($cancelled AND o.state = 'cancelled'))`;

const NAMED = `(instr(lower(r.title), $text) OR EXISTS (SELECT 1 FROM request_host h JOIN organisation g ON g.id = h.organisation_id WHERE h.request_id = r.id AND instr(lower(g.name), $text))
  OR EXISTS (SELECT 1 FROM claim_space h JOIN space g ON g.id = h.space_id WHERE h.claim_id = c.id AND (instr(lower(g.name), $text) OR lower(g.code) = $text)))`;

const DATES = '(SELECT COUNT(*) FROM occurrence n WHERE n.request_id = r.id)';

const events = (group: DateGroup, hasOnly: boolean, hasText: boolean) => `
SELECT c.start_min AS at, r.title AS name, json_array('c' || c.id, ${STATE}, ${MINE}, c.start_min, c.end_min, ${SPACES}, r.title, g.all_day,
  ${idsOf('category')}, ${idsOf('host')}, ${idsOf('calendar')}, ${nth('<=')}, ${DATES}, ${expected('r.people')}, r.public_text, iif(${READABLE}, r.ref, NULL)) AS line
${FROM} JOIN segment g ON g.id = o.segment_id
WHERE ${SHOWN} AND ${IS_KNOWN} ${hasOnly ? `AND ${isOneOf(group)}` : ''} ${hasText ? `AND ${NAMED}` : ''} AND ($state < 0 OR ${STATE} = $state)`;

// Only taken: when it occupies the space, one row a space; that two belong together is not for everybody.
const taken = (group: 'space' | 'building', hasOnly: boolean) => `
SELECT MIN(t.start_min) AS at, '' AS name, json_array('s' || s.id, ${STATE}, 0, MIN(t.start_min), MAX(t.end_min), json_array(json_array(s.space_id, s.id, NULL)), NULL, 0,
  json('[]'), json('[]'), json('[]'), 1, 1, 0, '', NULL) AS line
${FROM} JOIN claim_space s ON s.claim_id = c.id JOIN space p ON p.id = s.space_id JOIN occupancy t ON t.claim_space_id = s.id
WHERE c.status IN ('in-force','held') AND NOT ${IS_KNOWN} AND ($state < 0 OR ${STATE} = $state)
  ${hasOnly ? `AND ${group === 'space' ? 's.space_id' : 'p.building_id'} IN (SELECT value FROM json_each($only))` : ''}
GROUP BY s.id HAVING MAX(t.end_min) > $start AND MIN(t.start_min) < $end`;

interface Asked {
  readonly by: DateGroup;
  /** Of some of the group, or with a text: it can only be found in what may be known. */
  readonly hasOnly: boolean;
  readonly hasText: boolean;
}

const datesOf = ({ by, hasOnly, hasText }: Asked): string => {
  const withTaken =
    !hasText && (by === 'space' || by === 'building') ? ` UNION ALL ${taken(by, hasOnly)}` : '';
  return `SELECT json_group_array(json(line)) AS json FROM (SELECT line FROM (${events(by, hasOnly, hasText)}${withTaken}) ORDER BY at, name, line LIMIT $most)`;
};

const DATE_COLUMNS = 16;

/** Every date of a span once, as far as the viewer may know it, in order of its start. */
export const DATES_OF = jsonFamily({
  samples: DATE_GROUPS.flatMap((by) =>
    [true, false].flatMap((hasOnly) => [true, false].map((hasText): Asked => ({ by, hasOnly, hasText }))),
  ),
  sql: datesOf,
  bind: {
    start: minute(),
    end: minute(),
    ...RIGHTS,
    calendars: listOf(Calendar.id),
    cancelled: flag(),
    state: integer(),
    most: integer(),
    only: listOf(integer()),
    text: text(),
  },
  value: z.array(z.custom<DateTuple>((row) => Array.isArray(row) && row.length === DATE_COLUMNS)),
});
