import { z } from 'zod';
import { t } from '@/contracts/language/translate';
import { NOTHING_FAMILIAR, type Familiar, type PinInput, type PinnedName } from '@/contracts/accounts/own';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { Context, SignedInContext } from '../../context/context';
import { keep } from '../../db/connection';
import { PINNED_NAMES } from './own-settings.queries';
import { jsonQuery } from '../../db/statement';
import { Person, Pin } from '../../db/tables/people';
import { Space, EquipmentType } from '../../db/tables/spaces';

/** So many spaces used before are remembered. */
const MOST_USED = 12;
/** Of requests before the latest ones nothing is remembered. */
const RECENT_REQUESTS = 100;

const ids = z.array(z.int());
const FAMILIAR = jsonQuery({
  sql: `SELECT json_object(
  'spaces', (SELECT json_group_array(target_id) FROM pin WHERE person_id = $person AND kind = 'space'),
  'pools', (SELECT json_group_array(target_id) FROM pin WHERE person_id = $person AND kind = 'pool'),
  'usedSpaces', (SELECT json_group_array(space_id) FROM (SELECT s.space_id FROM (SELECT id FROM request WHERE requester_id = $person ORDER BY id DESC LIMIT ${RECENT_REQUESTS}) r
    JOIN claim_space s ON s.claim_id = (SELECT o.standing_id FROM occurrence o WHERE o.request_id = r.id LIMIT 1) GROUP BY s.space_id ORDER BY MAX(r.id) DESC, s.space_id LIMIT ${MOST_USED}))) AS json`,
  bind: { person: Person.id },
  value: z.strictObject({ spaces: ids, pools: ids, usedSpaces: ids }),
});

/** What comes first for whoever looks; nothing for readers without an account. */
export async function familiarTo({ db, viewer }: Context): Promise<Familiar> {
  return viewer ? db.value(FAMILIAR, { person: viewer.personId }) : NOTHING_FAMILIAR;
}

const TABLE = { space: Space, pool: EquipmentType } as const;

/** Pins a space or a pool, or takes the pin out; either twice is the same as once. */
export async function pin(ctx: SignedInContext, input: PinInput): Promise<Outcome<Familiar>> {
  const { kind, id, isPinned } = input;
  const known = await ctx.db.table(TABLE[kind]).first({ id, retired_at: null });
  if (!known) return refuse({ code: 'not-found', what: t`such ${kind}` });
  const own = { person_id: ctx.viewer.personId, kind, target_id: id };
  await ctx.db.write(async (tx) =>
    keep(isPinned ? await tx.table(Pin).addMissing([own]) : await tx.table(Pin).remove(own)),
  );
  return done(await familiarTo(ctx));
}

/** What somebody has pinned, by name. */
export const pinnedNames = ({ db, viewer }: SignedInContext): Promise<PinnedName[]> =>
  db.all(PINNED_NAMES, { person: viewer.personId });
