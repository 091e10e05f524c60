import { t } from '@/contracts/language/translate';
import type { RequestLine, RequestView } from '@/contracts/requests/request-view';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { ONLY_FOR } from '../../../auth/policy';
import type { SignedInContext } from '../../../context/context';
import { besideForPage, MOST_DATES_HERE } from '../../../context/long-work';
import { accessTo } from '../../access/request-access';
import { requestLine } from '../view/request-line';
import {
  datesOfRequest,
  isPast,
  loadDates,
  loadRequest,
  loadRequestsOf,
} from '../../../repositories/requests/request-rows';
import { requestView } from '../view/request-view';
import { loadPlaceNames } from '../../../repositories/requests/place-names';

const NO_CALLS = { verdicts: { clear: 0, warning: 0, conflict: 0 }, changesWanted: 0, atRisk: 0 };

/** One's own requests: those with a date to come first, soonest on top; then what is over, latest on top. */
export async function ownRequests(ctx: SignedInContext): Promise<RequestLine[]> {
  const requests = await loadRequestsOf(ctx.db, ctx.viewer.personId);
  const dates = await loadDates(
    ctx.db,
    requests.map(({ id }) => id),
  );
  const names = await loadPlaceNames(ctx.db);
  const now = ctx.clock.now();
  const lines = requests.flatMap((request) => {
    const own = dates.filter(({ requestId }) => requestId === request.id);
    const live = own.find((date) => ['waiting', 'approved'].includes(date.state) && !isPast(date, now));
    const next = live ?? own.at(-1);
    if (!next) return [];
    const order = live ? live.claim.event.start : 1e9 - next.claim.event.start;
    return {
      over: live ? 0 : 1,
      order,
      line: requestLine(request, own, next, now, names, NO_CALLS),
    };
  });
  return lines.sort((a, b) => a.over - b.over || a.order - b.order).map(({ line }) => line);
}

const ACTING = { own: 'own-request', office: 'manager', member: 'somebody-else' } as const;

/** One request for those who may read it: the requester, their deputies, members of its hosts, and the office. */
export async function readRequest(ctx: SignedInContext, ref: string): Promise<Outcome<RequestView>> {
  const isLong = (await datesOfRequest(ctx.db, ref)) > MOST_DATES_HERE;
  return besideForPage(ctx, { name: 'read-request', args: [ref], isLong }, () => readHere(ctx, ref));
}

async function readHere(ctx: SignedInContext, ref: string): Promise<Outcome<RequestView>> {
  const request = await loadRequest(ctx.db, ref);
  if (!request) return refuse({ code: 'not-found', what: t`request with this reference` });
  const access = await accessTo(ctx, request);
  if (!access) return refuse({ code: 'not-allowed', what: ONLY_FOR['request.read'] });
  return done(
    await requestView(
      ctx,
      request,
      ACTING[access],
      ctx.viewer.roles.includes('manager') ? 'office' : 'requester',
    ),
  );
}
