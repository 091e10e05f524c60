import { t, untranslated } from '@/contracts/language/translate';
import { done, type Outcome } from '@/contracts/base/refusal';
import { linkToken } from '../../auth/feed-links';
import { runChangeSet } from '../../effects/run-change-set';
import type { SignedInContext } from '../../context/context';
import { readableCalendars } from '../../repositories/publishing/calendars';
import { OWN_LINK_NO, REQUESTS_OF_PERSON } from './publish.queries';
import { FeedLink } from '../../db/tables/people';
import { addKeptCalendars } from '../../effects/publishing/kept-calendars';

/** The private link of somebody, and what it opens besides their own bookings. */
export interface OwnLink {
  /** Null until one is made. */
  readonly token: string | null;
  readonly calendars: readonly { readonly slug: string; readonly name: string }[];
}

export async function ownLink(ctx: SignedInContext): Promise<OwnLink> {
  const id = ctx.viewer.personId;
  const [row] = await ctx.db.all(OWN_LINK_NO, { id });
  const calendars = (await readableCalendars(ctx)).filter(
    ({ readers }) => readers.kind === 'signed-in' || readers.kind === 'named',
  );
  return {
    token: row ? linkToken({ kind: 'person', id, linkNo: row.link_no }) : null,
    calendars: calendars.map(({ slug, name }) => ({ slug, name })),
  };
}

/** Makes the private link, or another in its place: what was given away before leads nowhere from then on. */
export async function replaceOwnLink(
  ctx: SignedInContext,
  { key }: { readonly key: string },
): Promise<Outcome<{ readonly summary: string }>> {
  const id = ctx.viewer.personId;
  const order = { action: untranslated('made a private link'), reason: '', idempotencyKey: key };
  return runChangeSet(ctx, order, async (change) => {
    const { tx } = change;
    const link = await tx.table(FeedLink).first({ person_id: id });
    await tx.table(FeedLink).put({ person_id: id, link_no: (link?.link_no ?? 0) + 1 });
    await addKeptCalendars(tx, [{ kind: 'person', ref: id }]);
    const requests = await tx.value(REQUESTS_OF_PERSON, { id });
    change.because({ kind: 'readers', requests });
    return done({ summary: t`Your private link is made. Links made before lead nowhere now.` });
  });
}
