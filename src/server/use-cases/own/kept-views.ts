import { say } from '@/contracts/language/say';
import { MOST_VIEWS, type KeepViewInput, type KeptScreen, type KeptView } from '@/contracts/own';
import { done, refuse, type Outcome } from '@/contracts/refusal';
import type { Context, SignedInContext } from '../../context';
import { keep } from '../../db/connection';
import { KEPT_VIEWS } from './own.queries';
import { PUT_VIEW } from './own.queries';

/** The views a person keeps for a screen, by name; none without an account. */
export const keptViews = async ({ db, viewer }: Context, screen: KeptScreen): Promise<KeptView[]> =>
  viewer ? db.all(KEPT_VIEWS, { person: viewer.personId, screen }) : [];

/** Keeps a view under a name; a name that is there already stands for the new view from now on. */
export async function keepView(ctx: SignedInContext, input: KeepViewInput): Promise<Outcome<KeptView[]>> {
  const { screen, name, address } = input;
  const before = await keptViews(ctx, screen);
  const isNew = !before.some((each) => each.name.toLowerCase() === name.toLowerCase());
  if (isNew && before.length >= MOST_VIEWS)
    return refuse({
      code: 'bad-input',
      fields: [{ path: 'name', message: say`${MOST_VIEWS} views are kept already: let one go first.` }],
    });
  await ctx.db.write(async (tx) =>
    keep(await tx.execute(PUT_VIEW, { person: ctx.viewer.personId, screen, name, address })),
  );
  return done(await keptViews(ctx, screen));
}

/** Lets a view of one's own go; one that is gone already is no fault. */
export async function dropView(ctx: SignedInContext, id: number): Promise<Outcome<{ readonly id: number }>> {
  const bind = { id, person: ctx.viewer.personId };
  await ctx.db.write(async (tx) =>
    keep(await tx.run('DELETE FROM saved_view WHERE id = $id AND person_id = $person', bind)),
  );
  return done({ id });
}
