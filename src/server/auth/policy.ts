import { texts } from '@/contracts/language/translate';
import type { Viewer } from '@/core/publishing/right-to-know';
import type { Role } from '@/core/roles';

/** Who may call what: everybody, everybody with an account, or holders of one of the roles. */
type Allowed = 'anyone' | 'signed-in' | readonly Role[];

/** Every page and route names its action; one that is missing here does not compile. */
export const POLICY = {
  'board.read': 'anyone',
  'space.find': 'anyone',
  'whats-on.read': 'anyone',
  'request.check': 'anyone',
  'request.form': 'anyone',
  'session.begin': 'anyone',
  'session.end': 'anyone',
  'settings.choose': 'anyone',
  'account.ask': 'anyone',
  'account.link': 'anyone',
  'account.own': 'signed-in',
  'request.ask': 'signed-in',
  'request.read': 'signed-in',
  'request.change': 'signed-in',
  'change.undo': 'signed-in',
  'own.change': 'signed-in',
  'file.send': 'signed-in',
  'file.read': 'signed-in',
  'message.send': 'signed-in',
  'series.split': 'signed-in',
  'office.start': 'anyone',
  'administration.change': ['manager', 'housekeeper'],
  'administration.read': ['manager', 'housekeeper'],
  'office.change': ['housekeeper'],
  'people.change': ['housekeeper'],
  'archive.change': ['housekeeper'],
  'units.read': ['manager', 'housekeeper', 'crew', 'steward'],
  'desk.read': ['manager'],
  'desk.assign': ['manager'],
  'bookings.read': ['manager'],
  'bookings.change': ['manager'],
  'outbox.read': ['manager', 'housekeeper'],
  'outbox.send': ['manager', 'housekeeper'],
  'offer.answer': 'anyone',
  'consent.answer': ['steward'],
  'consent.remind': ['manager'],
  'request.edit': ['manager'],
  'orders.read': ['crew', 'manager'],
  'order.mark': ['crew', 'manager'],
  'orders.lead': ['manager'],
  'templates.change': ['manager', 'housekeeper'],
  'calendars.change': ['manager', 'housekeeper'],
  'published.edit': ['manager'],
  'feeds.own': 'signed-in',
} as const satisfies Record<string, Allowed>;

export type Action = keyof typeof POLICY;

export type Permission = 'allowed' | 'sign-in-first' | 'not-allowed';

export function permissionFor(action: Action, viewer: Viewer | null): Permission {
  const allowed: Allowed = POLICY[action];
  if (allowed === 'anyone') return 'allowed';
  if (!viewer) return 'sign-in-first';
  if (allowed === 'signed-in') return 'allowed';
  return viewer.roles.some((role: Role) => allowed.includes(role)) ? 'allowed' : 'not-allowed';
}

/** Said to somebody signed in who may not. */
export const ONLY_FOR: Readonly<Record<Action, string>> = texts({
  'board.read': '',
  'space.find': '',
  'whats-on.read': '',
  'request.check': '',
  'request.form': '',
  'session.begin': '',
  'session.end': '',
  'settings.choose': '',
  'account.ask': '',
  'account.link': '',
  'account.own': 'Your account is there once you are signed in.',
  'request.ask': 'Asking needs an account.',
  'request.read': 'This request belongs to someone else.',
  'request.change': 'Only the requester or the office can change these dates.',
  'series.split': 'Only the requester or the office can change this series.',
  'office.start': '',
  'administration.change': 'Stock and closures are managed by the office.',
  'administration.read': 'Administration is for the office.',
  'office.change': 'Only housekeepers change this.',
  'people.change': 'Only housekeepers see and change people and their roles.',
  'archive.change': 'Only housekeepers take the whole office out or bring another in.',
  'units.read': 'Who has which unit is for those who work with them.',
  'own.change': 'Saving something for next time needs an account.',
  'file.send': 'Sending files needs an account.',
  'file.read': 'This file belongs to someone else.',
  'message.send': 'Only the requester and the office write here.',
  'change.undo': 'Only the person who did it, or the office, can undo it.',
  'desk.read': 'The desk is for the managers of the office.',
  'desk.assign': 'Only the office takes requests on.',
  'bookings.read': 'Many bookings at once are for the office.',
  'bookings.change': 'Only the office changes many bookings at once.',
  'outbox.read': 'What the office sends is read by the office.',
  'outbox.send': 'Only the office sends its mail.',
  'offer.answer': '',
  'consent.answer': 'Only stewards of a space agree to its use.',
  'consent.remind': 'Only the office reminds.',
  'request.edit': 'Only the office puts the words of a request right.',
  'orders.read': 'Work orders are for the crews and the office.',
  'order.mark': 'Only the crew or the office marks work orders.',
  'orders.lead': 'Only the office issues and assigns work orders.',
  'calendars.change': 'The calendars are managed by the office.',
  'published.edit': 'What readers see is edited by the office.',
  'feeds.own': 'A private link belongs to an account.',
  'templates.change': 'What is done for which event is kept by the office.',
});
