import type { OccurrenceId } from '../ids';
import type { OccurrenceState } from './transitions';

/** What is written about an account: to whoever it belongs to, whatever they asked for. */
export const ACCOUNT_MAIL_KINDS = ['invitation', 'new-password', 'registration', 'password-changed'] as const;
export type AccountMailKind = (typeof ACCOUNT_MAIL_KINDS)[number];

/** What the office writes: to the requester, to those who look after a place, and about accounts. */
export const MAIL_KINDS = [
  'received',
  'question',
  'message',
  'proposal',
  'held',
  'approved',
  'partly',
  'declined',
  'changed',
  'cancelled',
  'withdrawn',
  'lapsed',
  'consent-wanted',
  'consent-overridden',
  'reminder',
  ...ACCOUNT_MAIL_KINDS,
] as const;
export type MailKind = (typeof MAIL_KINDS)[number];

/** Whether a letter is about somebody's account and not about a request. */
export const isAccountMail = (kind: MailKind): kind is AccountMailKind =>
  (ACCOUNT_MAIL_KINDS as readonly MailKind[]).includes(kind);

/** What one change made of one date. */
export interface DateTurn {
  readonly occurrence: OccurrenceId;
  /** Null where the date has only come to be. */
  readonly from: OccurrenceState | null;
  readonly to: OccurrenceState;
  /** It stands at another place or time, or otherwise, than before. */
  readonly isMoved: boolean;
  /** Another place or time is offered for it now. */
  readonly isOffered: boolean;
  /** Its place is kept now. */
  readonly isHeld: boolean;
}

/** What a mail says of a date. */
export type TurnGroup =
  'asked' | 'approved' | 'offered' | 'declined' | 'cancelled' | 'withdrawn' | 'moved' | 'held';

/** What a turn is to the requester; null where there is nothing to say. */
export function groupOf({ from, to, isMoved, isOffered, isHeld }: DateTurn): TurnGroup | null {
  if (to === 'approved' && from !== 'approved') return 'approved';
  if (isOffered) return 'offered';
  if (from === null) return 'asked';
  if ((to === 'declined' || to === 'skipped') && from !== to) return 'declined';
  if ((to === 'cancelled' || to === 'withdrawn') && from !== to) return to;
  if (isMoved) return 'moved';
  return isHeld ? 'held' : null;
}

/**
 * Which mail one change of one request calls for: one at most, led by what has to be answered, then by what was
 * decided. `waiting` counts dates of the request that wait on beside those of the change. Null where nothing happened
 * that the requester has to know.
 */
export function mailDue(turns: readonly DateTurn[], waiting: number): MailKind | null {
  const groups = new Set(turns.map(groupOf));
  if (groups.has('offered')) return 'proposal';
  if (groups.has('approved'))
    return waiting > 0 || groups.has('declined') || groups.has('asked') ? 'partly' : 'approved';
  if (groups.has('asked')) return 'received';
  if (groups.has('declined')) return 'declined';
  if (groups.has('cancelled')) return 'cancelled';
  if (groups.has('withdrawn')) return 'withdrawn';
  if (groups.has('moved')) return 'changed';
  return groups.has('held') ? 'held' : null;
}
