import { addDays } from '@/core/time/local-time';
import { startOfDay } from '@/core/time/zone';
import {
  MOST_DATES,
  type DateChoices,
  type DateGroup,
  type DatesQuery,
  type DatesReply,
} from '@/contracts/dates';
import type { Context } from '../../context/context';
import { siteZone } from '../../repositories/world/space-facts';
import { readableCalendars } from '../../repositories/publishing/calendars';
import { CLAIMS_IN_SPAN } from './claims-in-span';
import { expected, IS_ANNOUNCED, KNOWN, MINE, nth, READABLE, rightsOf } from './known-bookings';
import { DATES_CHOICES } from './look.queries';

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
const listOf = (group: DateGroup) =>
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
  ${listOf('category')}, ${listOf('host')}, ${listOf('calendar')}, ${nth('<=')}, ${DATES}, ${expected('r.people')}, r.public_text, iif(${READABLE}, r.ref, NULL)) AS line
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

const statement = ({ by, only, q }: DatesQuery) => {
  const hasOnly = only !== undefined;
  // A text can only be found in what may be known.
  const withTaken =
    q === '' && (by === 'space' || by === 'building') ? ` UNION ALL ${taken(by, hasOnly)}` : '';
  return `SELECT json_group_array(json(line)) AS json FROM (SELECT line FROM (${events(by, hasOnly, q !== '')}${withTaken}) ORDER BY at, name, line LIMIT $most)`;
};

const stateCode = { approved: 0, held: 1, waiting: 2, cancelled: 3 } as const;

/** Every date of some days once, as far as the viewer may know it, in order of its start. */
export async function datesOf(ctx: Context, query: DatesQuery): Promise<DatesReply> {
  const { db, viewer } = ctx;
  const tzid = await siteZone(db);
  const { from, days, only, q, state, cancelled } = query;
  const text = q.trim().toLowerCase();
  const calendars = await readableCalendars(ctx);
  const rows = await db.json<DatesReply['dates']>(statement({ ...query, q: text }), {
    start: startOfDay(from, tzid),
    end: startOfDay(addDays(from, days), tzid),
    ...(await rightsOf(db, viewer)),
    calendars: JSON.stringify(calendars.map(({ id }) => id)),
    cancelled: cancelled || state === 'cancelled' ? 1 : 0,
    state: state === undefined ? -1 : stateCode[state],
    most: MOST_DATES + 1,
    ...(only && { only: JSON.stringify(only) }),
    ...(text && { text }),
  });
  return {
    from,
    days,
    now: ctx.clock.now(),
    dates: rows.slice(0, MOST_DATES),
    isCut: rows.length > MOST_DATES,
  };
}

export async function dateChoices(ctx: Context): Promise<DateChoices> {
  const choices = await ctx.db.value(DATES_CHOICES);
  const calendar = (await readableCalendars(ctx)).map(({ id, name, mark, hue }) => ({ id, name, mark, hue }));
  return { ...choices, calendar };
}
