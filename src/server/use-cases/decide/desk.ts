import { say } from '@/contracts/language/say';
import type { DeskView } from '@/contracts/desk';
import type { RequestView } from '@/contracts/request-view';
import { done, refuse, type Outcome } from '@/contracts/refusal';
import type { Context, SignedInContext } from '../../context';
import { loadRequest } from '../request-rows';
import { requestView } from '../request-view';
import { countWaitingMail } from '../outbox/outbox';
import { deskLines } from './desk-lines';
import { risks } from './risks';
import { toRenew } from './to-renew';
import { today } from './today';

/** What needs the office: what waits, what is at risk, what is on today, what comes to an end. */
export async function desk(ctx: SignedInContext): Promise<DeskView> {
  const [lines, atRisk, on, renew, mailWaiting] = await Promise.all([
    deskLines(ctx),
    risks(ctx),
    today(ctx),
    toRenew(ctx),
    countWaitingMail(ctx),
  ]);
  return { mailWaiting, lines, risks: atRisk, today: on, renew };
}

/** One request as the office decides it. */
export async function deskRequest(ctx: Context, ref: string): Promise<Outcome<RequestView>> {
  const request = await loadRequest(ctx.db, ref);
  if (!request) return refuse({ code: 'not-found', what: say`request with this reference` });
  return done(await requestView(ctx, request, 'manager', 'office'));
}
