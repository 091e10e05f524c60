import type { ChangeReply } from '@/contracts/requests/change';
import type { Outcome } from '@/contracts/base/refusal';
import type { OccurrenceId } from '@/core/ids';
import type { SignedInContext } from '@/server/context/context';
import { settle } from './changes';
import { changeDates } from '@/server/use-cases/requests/change/change-dates';

interface Order {
  readonly key: string;
  /** Of the request as whoever decides saw it. */
  readonly version: number;
  readonly occurrences: OccurrenceId[];
  readonly reason: string;
}

/** Approves or declines dates of one request, as the desk does, in one transaction. */
export const decideAlone = (
  ctx: SignedInContext,
  reference: string,
  { key, reason, action, ...item }: Order & { readonly action: 'approve' | 'decline' },
): Promise<Outcome<ChangeReply>> =>
  changeDates(ctx, { key, preview: false, items: [{ reference, ...item }], step: { action, reason } });

/** The same, and readers see it at once. */
export async function decideRequest(
  ctx: SignedInContext,
  reference: string,
  order: Order & { readonly action: 'approve' | 'decline' },
): Promise<Outcome<ChangeReply>> {
  const outcome = await decideAlone(ctx, reference, order);
  if (outcome.ok) await settle(ctx);
  return outcome;
}

/** Gives dates of one request up, as the requester for them does. */
export const leaveDates = (
  ctx: SignedInContext,
  reference: string,
  { key, reason, ...item }: Order,
): Promise<Outcome<ChangeReply>> =>
  changeDates(ctx, {
    key,
    preview: false,
    items: [{ reference, ...item }],
    step: { action: 'leave', reason },
  });
