import { t } from '@/contracts/language/translate';
import type { DeskLine, DeskView } from '@/contracts/decisions/desk';
import type { RequestView } from '@/contracts/requests/request-view';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { Context, SignedInContext } from '../../context/context';
import { besideForPage, MOST_DATES_HERE } from '../../context/long-work';
import { datesOfRequest, loadRequest } from '../../repositories/requests/request-rows';
import { requestView } from '../requests/view/request-view';
import { countWaitingMail } from '../outbox/outbox';
import { deskLines } from './desk-lines';
import { risks } from './risks';
import { toRenew } from './to-renew';
import { today } from './today';
import { COUNT_WAITING } from './decide.queries';

/** What needs the office: what waits, what is at risk, what is on today, what comes to an end. */
export async function desk(ctx: SignedInContext): Promise<DeskView> {
  const [lines, atRisk, on, renew, mailWaiting] = await Promise.all([
    linesOf(ctx),
    risks(ctx),
    today(ctx),
    toRenew(ctx),
    countWaitingMail(ctx),
  ]);
  return { mailWaiting, lines, risks: atRisk, today: on, renew };
}

async function waitsForMany({ db }: Context): Promise<boolean> {
  const row = await db.one(COUNT_WAITING, { most: MOST_DATES_HERE + 1 });
  return row.dates > MOST_DATES_HERE;
}

/** What waits, all of it checked. */
export const linesOf = async (ctx: SignedInContext): Promise<DeskLine[]> =>
  besideForPage(ctx, { name: 'desk-lines', args: [], isLong: await waitsForMany(ctx) }, () => deskLines(ctx));

/** One request as the office decides it. */
export async function deskRequest(ctx: Context, ref: string): Promise<Outcome<RequestView>> {
  const isLong = (await datesOfRequest(ctx.db, ref)) > MOST_DATES_HERE;
  return besideForPage(ctx, { name: 'desk-request', args: [ref], isLong }, async () => {
    const request = await loadRequest(ctx.db, ref);
    if (!request) return refuse({ code: 'not-found', what: t`request with this reference` });
    return done(await requestView(ctx, request, 'manager', 'office'));
  });
}
