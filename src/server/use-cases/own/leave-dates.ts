import type { ChangeReply } from '@/contracts/change';
import type { LeaveInput } from '@/contracts/decide';
import type { Outcome } from '@/contracts/refusal';
import type { SignedInContext } from '../../context';
import { changeDates } from '../change/change-dates';

/**
 * Withdraws waiting and cancels approved dates: place and stock are free at once, open orders withdrawn, readers
 * told. For whoever asked, and for the office where the date is approved.
 */
export const leaveDates = (
  ctx: SignedInContext,
  reference: string,
  { key, version, occurrences, reason }: LeaveInput,
): Promise<Outcome<ChangeReply>> =>
  changeDates(ctx, {
    key,
    preview: false,
    items: [{ reference, version, occurrences }],
    step: { action: 'leave', reason },
  });
