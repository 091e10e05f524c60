import type { ChangeReply } from '@/contracts/change';
import type { DecideInput } from '@/contracts/decide';
import type { Outcome } from '@/contracts/refusal';
import type { SignedInContext } from '../../context';
import { changeDates } from '../change/change-dates';

/** Approves or declines picked dates of one request and leaves the rest as they are. */
export const decideRequest = (
  ctx: SignedInContext,
  reference: string,
  { key, version, action, occurrences, reason }: DecideInput,
): Promise<Outcome<ChangeReply>> =>
  changeDates(ctx, {
    key,
    preview: false,
    items: [{ reference, version, occurrences }],
    step: { action, reason },
  });
