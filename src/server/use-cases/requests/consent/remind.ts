import { t } from '@/contracts/language/translate';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { countText } from '@/contracts/words/when';
import type { SignedInContext } from '../../../context/context';
import { keep } from '../../../db/connection';
import { remindStewards } from '../../../effects/letters/queue-consent';
import { loadRequest } from '../../../repositories/requests/request-rows';

/** Writes once more to those who have not answered about a request. */
export async function remindOf(
  ctx: SignedInContext,
  reference: string,
): Promise<Outcome<{ readonly summary: string }>> {
  const request = await loadRequest(ctx.db, reference);
  if (!request) return refuse({ code: 'not-found', what: t`request with this reference` });
  const { written, unanswered } = await ctx.db.write(async (tx) =>
    keep(await remindStewards(tx, ctx.clock.now(), request.id)),
  );
  if (!unanswered) return done({ summary: t`Nobody has to be reminded: everybody has answered.` });
  return done({
    summary: written
      ? t`Reminded: ${countText(written, 'letter is', 'letters are')} on the way.`
      : t`A reminder was written today already; the next can be written tomorrow.`,
  });
}
