import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import type { AskChoices, ShortChoices } from '@/contracts/ask-choices';
import type { Context } from '../../../context/context';
import { siteZone } from '../../../repositories/world/space-facts';
import { knownSpaces } from '../../calendar/board-house';
import { stewardsOfSpaces } from '../../../repositories/consent/consent-book';
import { familiarTo } from '../../../repositories/people/familiar';
import { readableCalendars } from '../../../repositories/publishing/calendars';
import { loadQuestions, questionsOf, type OwnedQuestion } from '../../../repositories/house/questions';

const MOST_EARLIER = 40;

type Flagged = Omit<ShortChoices, 'categories' | 'hosts' | 'today' | 'familiar'> & {
  readonly categories: readonly (Omit<ShortChoices['categories'][number], 'publish'> & { publish: 0 | 1 })[];
  readonly hosts: readonly (Omit<AskChoices['hosts'][number], 'isOwn'> & { isOwn: 0 | 1 })[];
};

// One's own organisations first, then by name.
const SHORT = `SELECT json_object(
  'categories', (SELECT json_group_array(json_object('id', id, 'name', name, 'mark', mark, 'about', about, 'publish', publish_by_default, 'audiences', json(audiences)) ORDER BY position) FROM category WHERE retired_at IS NULL),
  'hosts', (SELECT json_group_array(json_object('id', o.id, 'name', o.name, 'isOwn', m.person_id IS NOT NULL) ORDER BY m.person_id IS NULL, o.name)
    FROM organisation o LEFT JOIN membership m ON m.organisation_id = o.id AND m.person_id = $person WHERE o.retired_at IS NULL),
  'accessMin', (SELECT access_min FROM site ORDER BY id LIMIT 1), 'exitMin', (SELECT exit_min FROM site ORDER BY id LIMIT 1)) AS json`;

/** What a short request on the board offers; spaces and pools are on the board itself. */
export async function shortChoices(ctx: Context): Promise<ShortChoices> {
  const [tzid, rows, { spaces, usedSpaces }] = await Promise.all([
    siteZone(ctx.db),
    ctx.db.json<Flagged>(SHORT, { person: ctx.viewer?.personId ?? 0 }),
    familiarTo(ctx),
  ]);
  return {
    ...rows,
    familiar: [...new Set([...spaces, ...usedSpaces])],
    categories: rows.categories.map((each) => ({ ...each, publish: each.publish === 1 })),
    hosts: rows.hosts.map((each) => ({ ...each, isOwn: each.isOwn === 1 })),
    today: dateOf(toLocal(ctx.clock.now(), tzid)),
  };
}

// What there is at the moment; of a kit as many as its contents make.
const stockNow = (type: string) =>
  `COALESCE((SELECT SUM(l.delta) FROM stock l WHERE l.type_id = ${type} AND l.from_min <= $now AND (l.to_min IS NULL OR l.to_min > $now)), 0)`;

// Seasons that are over are no end for anything; the latest requests are those one is most likely to ask for again.
const HOUSE = `SELECT json_object(
  'equipment', (SELECT json_group_array(json_object('id', t.id, 'name', t.name, 'stock', COALESCE(
      (SELECT MIN(${stockNow('k.type_id')} / k.quantity) FROM kit_item k WHERE k.kit_id = t.id), ${stockNow('t.id')}),
      'isKit', json(iif(EXISTS (SELECT 1 FROM kit_item k WHERE k.kit_id = t.id), 'true', 'false')),
      'units', (SELECT json_group_array(json_object('id', r.id, 'name', r.name) ORDER BY r.id) FROM resource r WHERE r.id IN (SELECT l.resource_id FROM stock_line l WHERE l.type_id = t.id AND l.to_min IS NULL))) ORDER BY t.position)
    FROM equipment_type t WHERE t.retired_at IS NULL),
  'audiences', (SELECT json_group_array(name ORDER BY position, id) FROM audience WHERE retired_at IS NULL),
  'services', (SELECT json_group_array(json_object('id', s.id, 'name', s.name, 'about', s.about, 'team', t.name, 'leadDays', s.lead_days) ORDER BY s.position, s.id)
    FROM service s JOIN team t ON t.id = s.team_id WHERE s.retired_at IS NULL),
  'seasons', (SELECT json_group_array(json_object('name', e.name, 'to', e.to_date) ORDER BY e.to_date) FROM season e WHERE e.to_date >= $today),
  'askFor', (SELECT json_group_array(json_object('id', p.id, 'name', p.name) ORDER BY p.name) FROM person p WHERE p.retired_at IS NULL AND p.id <> $me
    AND ($office OR p.id IN (SELECT person_id FROM deputy WHERE deputy_id = $me))),
  'earlier', (SELECT json_group_array(json_object('reference', ref, 'title', title)) FROM (SELECT ref, title FROM request WHERE requester_id = $me ORDER BY id DESC LIMIT ${MOST_EARLIER}))) AS json`;

type House = Pick<AskChoices, 'equipment' | 'audiences' | 'seasons' | 'askFor' | 'earlier'> & {
  readonly services: readonly Omit<AskChoices['services'][number], 'questions'>[];
};

async function spaceChoices(
  ctx: Context,
  questions: readonly OwnedQuestion[],
): Promise<AskChoices['spaces']> {
  const spaces = await knownSpaces(ctx.db);
  const stewards = await stewardsOfSpaces(
    ctx.db,
    spaces.map(({ facts }) => facts.id),
  );
  return spaces.map(({ id, name, code, building, buildingId, facts }) => ({
    id,
    name,
    code,
    building,
    buildingId,
    postedLimit: facts.postedLimit,
    layouts: facts.layouts,
    features: facts.features ?? [],
    questions: questionsOf(questions, 'space', [id]),
    timetables: facts.timetables ?? [],
    needsConsentOf: (stewards.get(facts.id) ?? []).map((steward) => steward.name),
  }));
}

/** What the form offers: open to everybody, since filling it in needs no account. */
export async function askChoices(ctx: Context): Promise<AskChoices> {
  const { categories, ...short } = await shortChoices(ctx);
  const house = await ctx.db.json<House>(HOUSE, {
    now: ctx.clock.now(),
    today: short.today,
    me: ctx.viewer?.personId ?? 0,
    office: ctx.viewer?.roles.includes('manager') ? 1 : 0,
  });
  const questions = await loadQuestions(ctx.db);
  const calendars = await readableCalendars(ctx);
  return {
    ...short,
    ...house,
    calendars: calendars.map(({ id, name, about, filter }) => ({ id, name, about, filter })),
    categories: categories.map((each) => ({
      ...each,
      questions: questionsOf(questions, 'category', [each.id]),
    })),
    services: house.services.map((each) => ({
      ...each,
      questions: questionsOf(questions, 'service', [each.id]),
    })),
    spaces: await spaceChoices(ctx, questions),
  };
}
