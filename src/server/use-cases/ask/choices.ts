import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import type { AskChoices, ShortChoices } from '@/contracts/ask-choices';
import type { Context } from '../../context';
import { siteZone } from '../../db/space-facts';
import { familiarTo } from '../own/familiar';

type Flagged = Omit<ShortChoices, 'categories' | 'hosts' | 'today' | 'familiar'> & {
  readonly categories: readonly (Omit<AskChoices['categories'][number], 'publish'> & { publish: 0 | 1 })[];
  readonly hosts: readonly (Omit<AskChoices['hosts'][number], 'isOwn'> & { isOwn: 0 | 1 })[];
};

// One's own organisations first, then by name.
const SHORT = `SELECT json_object(
  'categories', (SELECT json_group_array(json_object('id', id, 'name', name, 'mark', mark, 'about', about, 'publish', publish_by_default) ORDER BY position) FROM category),
  'hosts', (SELECT json_group_array(json_object('id', o.id, 'name', o.name, 'isOwn', m.person_id IS NOT NULL) ORDER BY m.person_id IS NULL, o.name)
    FROM organisation o LEFT JOIN membership m ON m.organisation_id = o.id AND m.person_id = $person),
  'accessMin', (SELECT access_min FROM site ORDER BY id LIMIT 1), 'exitMin', (SELECT exit_min FROM site ORDER BY id LIMIT 1)) AS json`;

/** What a short request on the board offers; spaces and pools are on the board itself. */
export async function shortChoices(ctx: Context): Promise<ShortChoices> {
  const tzid = await siteZone(ctx.db);
  const rows = await ctx.db.json<Flagged>(SHORT, { person: ctx.viewer?.personId ?? 0 });
  const { spaces, usedSpaces } = await familiarTo(ctx);
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

const HOUSE = `SELECT json_object(
  'spaces', (SELECT json_group_array(json_object('id', s.id, 'name', s.name, 'code', s.code, 'building', b.name, 'postedLimit', s.posted_limit,
      'layouts', (SELECT json_group_array(json_object('layout', l.layout, 'seats', l.seats, 'setupMin', l.setup_min, 'strikeMin', l.strike_min) ORDER BY l.position)
        FROM space_layout l WHERE l.space_id = s.id)) ORDER BY b.position, s.position)
    FROM space s JOIN building b ON b.id = s.building_id WHERE s.retired_at IS NULL),
  'equipment', (SELECT json_group_array(json_object('id', t.id, 'name', t.name, 'stock', COALESCE(
      (SELECT MIN(${stockNow('k.type_id')} / k.quantity) FROM kit_item k WHERE k.kit_id = t.id), ${stockNow('t.id')})) ORDER BY t.position)
    FROM equipment_type t WHERE t.retired_at IS NULL)) AS json`;

/** What the form offers: open to everybody, since filling it in needs no account. */
export async function askChoices(ctx: Context): Promise<AskChoices> {
  const house = await ctx.db.json<Pick<AskChoices, 'spaces' | 'equipment'>>(HOUSE, { now: ctx.clock.now() });
  return { ...(await shortChoices(ctx)), ...house };
}
