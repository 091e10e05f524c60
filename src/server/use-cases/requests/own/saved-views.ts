import { t } from '@/contracts/language/translate';
import { MOST_VIEWS, type KeepViewInput, type SavedScreen, type SavedView } from '@/contracts/accounts/own';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { Context, SignedInContext } from '../../../context/context';
import { keep } from '../../../db/connection';
import { SAVED_VIEWS } from './own.queries';
import { SavedView as SavedViews } from '../../../db/tables/people';

/** The views a person keeps for a screen, by name; none without an account. */
export const savedViews = async ({ db, viewer }: Context, screen: SavedScreen): Promise<SavedView[]> =>
  viewer ? db.all(SAVED_VIEWS, { person: viewer.personId, screen }) : [];

/** Keeps a view under a name; a name that is there already stands for the new view from now on. */
export async function keepView(ctx: SignedInContext, input: KeepViewInput): Promise<Outcome<SavedView[]>> {
  const { screen, name, address } = input;
  const before = await savedViews(ctx, screen);
  const isNew = !before.some((each) => each.name.toLowerCase() === name.toLowerCase());
  if (isNew && before.length >= MOST_VIEWS)
    return refuse({
      code: 'bad-input',
      fields: [{ path: 'name', message: t`${MOST_VIEWS} views are saved already: delete one first.` }],
    });
  const view = { person_id: ctx.viewer.personId, screen, name };
  await ctx.db.write(async (tx) => {
    const views = tx.table(SavedViews);
    const known = await views.first(view);
    if (known) await views.update({ id: known.id }, { name, address });
    else await views.insert({ ...view, address });
    return keep(undefined);
  });
  return done(await savedViews(ctx, screen));
}

/** Lets a view of one's own go; one that is gone already is no fault. */
export async function dropView(ctx: SignedInContext, id: number): Promise<Outcome<{ readonly id: number }>> {
  await ctx.db.write(async (tx) =>
    keep(await tx.table(SavedViews).remove({ id, person_id: ctx.viewer.personId })),
  );
  return done({ id });
}
