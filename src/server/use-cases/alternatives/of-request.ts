import { t } from '@/contracts/language/translate';
import type { AskedFacts } from '@/core/checks/asked';
import type { Side } from '@/core/checks/rules/rule';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { AlternativesInput } from '@/contracts/alternatives/alternatives';
import type { Context } from '../../context/context';
import { accessTo } from '../access/request-access';
import {
  askedFactsOf,
  checkKeyOf,
  hasProposal,
  isPast,
  loadDates,
  loadRequest,
  type DateRow,
  type RequestRow,
} from '../../repositories/requests/request-rows';
import { requesterOf, checkAgainstWorld } from '../checks/verdicts';
import type { Looked } from './looked';
import { pairs } from '@/core/lists';

/** Facts of a stored request that its dates are judged by. */
async function askedOf(ctx: Context, request: RequestRow, side: Side): Promise<AskedFacts> {
  return {
    ...askedFactsOf(request),
    // The office is past notice and horizon with what it decides; the requester is not, and asked in time if then.
    ...(side === 'requester' && {
      requester: { ...(await requesterOf(ctx, ctx.db, request.requesterId)), now: request.askedMin },
      now: ctx.clock.now(),
    }),
  };
}

/** Dates that wait, and booked ones that were picked, as dates that might be otherwise. */
export async function lookAt(
  ctx: Context,
  request: RequestRow,
  dates: readonly DateRow[],
  side: Side,
): Promise<Omit<Looked, 'picked'>> {
  const asked = await askedOf(ctx, request, side);
  const except = dates.flatMap(({ live }) => live.map(({ id }) => id));
  const wanted = dates.map((date) => ({ key: checkKeyOf(date), claim: date.claim }));
  const verdicts = wanted.length
    ? await checkAgainstWorld(ctx.db, ctx.viewer, wanted, { ...asked, side, except })
    : [];
  return {
    dates: pairs(pairs(dates, wanted), verdicts).map(
      ([[{ startLocal, endLocal, claim }, date], { findings }]) => ({
        date,
        draft: { startLocal, endLocal, content: claim },
        findings,
      }),
    ),
    request,
    occurrences: new Map(dates.map((date) => [checkKeyOf(date), date.id])),
    claims: new Map(dates.map((date) => [checkKeyOf(date), date.claimId])),
    except,
    asked,
    side,
  };
}

/** The dates of a stored request, as far as the viewer may change them. */
export async function datesOfRequest(
  ctx: Context,
  { reference, occurrences }: Extract<AlternativesInput, { of: 'request' }>,
): Promise<Outcome<Looked>> {
  const { viewer } = ctx;
  if (!viewer) return refuse({ code: 'sign-in-first' });
  const request = await loadRequest(ctx.db, reference);
  const access = request && (await accessTo({ ...ctx, viewer }, request));
  if (!request || !access) return refuse({ code: 'not-found', what: t`request with this reference` });
  if (access === 'member')
    return refuse({
      code: 'not-allowed',
      what: t`Only the requester or the office can look for alternatives.`,
    });
  const now = ctx.clock.now();
  const all = await loadDates(ctx.db, [request.id]);
  const named = occurrences && new Set(occurrences);
  if (named && all.filter(({ id }) => named.has(id)).length !== named.size)
    return refuse({ code: 'not-found', what: t`such date in this request` });
  // What is offered otherwise has its alternative, unless another is asked for.
  const open = all.filter(
    (date) =>
      !isPast(date, now) &&
      (named?.has(date.id)
        ? date.state === 'waiting' || date.state === 'approved'
        : date.state === 'waiting' && !hasProposal(date)),
  );
  // Managers who asked themselves decide about it as well.
  const looked = await lookAt(ctx, request, open, viewer.roles.includes('manager') ? 'office' : 'requester');
  return done({
    ...looked,
    picked: named ? new Set(open.filter(({ id }) => named.has(id)).map(checkKeyOf)) : null,
  });
}
