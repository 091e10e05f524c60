import type { ChangeReply } from '@/contracts/change';
import type { Outcome } from '@/contracts/refusal';
import type { OccurrenceId } from '@/core/ids';
import type { SignedInContext } from '@/server/context';
import { settle } from './changes';
import { changeDates } from '@/server/use-cases/change/change-dates';

interface Order {
  readonly key: string;
  /** Of the request as whoever decides saw it. */
  readonly version: number;
  readonly occurrences: OccurrenceId[];
  readonly reason: string;
}

/** Approves or declines dates of one request, as the desk does; readers see it at once. */
export async function decideRequest(
  ctx: SignedInContext,
  reference: string,
  { key, reason, action, ...item }: Order & { readonly action: 'approve' | 'decline' },
): Promise<Outcome<ChangeReply>> {
  const step = { action, reason };
  const outcome = await changeDates(ctx, { key, preview: false, items: [{ reference, ...item }], step });
  if (outcome.ok) await settle(ctx);
  return outcome;
}

/** Gives dates of one request up, as whoever asked for them does. */
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
