import { texts } from '@/contracts/language/translate';
import { idOf, type PersonId } from '@/core/ids';
import { ROLES, type Role } from '@/core/roles';
import { permissionFor, type Action } from './policy';
import { keysOf, recordOf } from '@/core/lists';

interface RightWords {
  readonly thing: string;
  readonly does: string;
  /** How far it goes where the right alone does not say. */
  readonly only?: string;
}

/** Every action in words: one without them does not compile. */
const WORDS: Readonly<Record<Action, RightWords>> = texts(
  {
    'board.read': {
      thing: 'Board, calendar',
      does: 'see',
      only: 'what is not for everybody is only “taken” to readers and requesters',
    },
    'space.find': { thing: 'Spaces', does: 'find and look at' },
    'whats-on.read': {
      thing: 'What’s on, feeds, displays',
      does: 'read',
      only: 'each calendar names its own readers',
    },
    'request.check': { thing: 'Requests', does: 'check whether it can be done' },
    'request.form': { thing: 'Requests', does: 'fill in the form' },
    'session.begin': { thing: 'Account', does: 'sign in' },
    'session.end': { thing: 'Account', does: 'sign out' },
    'settings.choose': { thing: 'Account', does: 'choose how things are shown', only: 'to themselves' },
    'account.ask': {
      thing: 'Account',
      does: 'ask for a new password, or for an account',
      only: 'an account where the site names the mail domain',
    },
    'account.link': {
      thing: 'Account',
      does: 'set a password by a link',
      only: 'anyone with the link in the letter',
    },
    'account.own': { thing: 'Account', does: 'change the password, sign out elsewhere', only: 'their own' },
    'request.ask': { thing: 'Requests', does: 'ask', only: 'each space may name who may ask for it' },
    'request.read': {
      thing: 'Requests',
      does: 'read',
      only: 'requesters their own, those they are deputies for and those of their hosts',
    },
    'request.change': {
      thing: 'Requests',
      does: 'change, withdraw, cancel',
      only: 'requesters their own and those they are deputies for',
    },
    'change.undo': {
      thing: 'Changes',
      does: 'undo',
      only: 'requesters what they did themselves; ten minutes',
    },
    'own.change': { thing: 'Account', does: 'save views, pins, deputies', only: 'their own' },
    'file.send': { thing: 'Files', does: 'send' },
    'file.read': { thing: 'Files', does: 'read', only: 'of requests they may read' },
    'message.send': { thing: 'Requests', does: 'write messages', only: 'requesters in their own' },
    'series.split': {
      thing: 'Requests',
      does: 'change or extend a series',
      only: 'requesters their own',
    },
    'office.start': { thing: 'Administration', does: 'set up the office', only: 'once, while there is none' },
    'administration.change': {
      thing: 'Administration',
      does: 'change seasons, closures, stock, hosts, shifts',
    },
    'administration.read': { thing: 'Administration', does: 'read' },
    'office.change': {
      thing: 'Administration',
      does: 'change spaces, equipment, teams, services, categories',
    },
    'people.change': { thing: 'People', does: 'see, change, invite, sign out, with their roles' },
    'archive.change': { thing: 'Administration', does: 'take out the whole office, bring in another' },
    'units.read': { thing: 'Equipment', does: 'see who has which unit' },
    'desk.read': { thing: 'Desk', does: 'read, decide' },
    'desk.assign': { thing: 'Desk', does: 'take requests on' },
    'bookings.read': { thing: 'Many bookings', does: 'find' },
    'bookings.change': { thing: 'Many bookings', does: 'change together' },
    'outbox.read': {
      thing: 'Outbox',
      does: 'read',
      only: 'managers what is about requests, housekeepers what is about accounts',
    },
    'outbox.send': { thing: 'Outbox', does: 'send at once', only: 'what they may read' },
    'offer.answer': { thing: 'Offers', does: 'answer', only: 'anyone with the link in the letter' },
    'consent.answer': { thing: 'Consents', does: 'give or refuse', only: 'for what they look after' },
    'consent.remind': { thing: 'Consents', does: 'remind' },
    'request.edit': { thing: 'Requests', does: 'put words right' },
    'orders.read': { thing: 'Work orders', does: 'read', only: 'crews those of their teams first' },
    'order.mark': { thing: 'Work orders', does: 'mark, note, count' },
    'orders.lead': { thing: 'Work orders', does: 'issue, share out, shifts' },
    'templates.change': { thing: 'Work order templates', does: 'make and change' },
    'calendars.change': { thing: 'Calendars', does: 'make and change' },
    'published.edit': { thing: 'What’s on', does: 'edit, hold back' },
    'feeds.own': { thing: 'Account', does: 'have a private feed' },
  },
  'thing',
  'only',
  'does',
);

export interface RightLine extends RightWords {
  readonly action: Action;
  readonly nobody: boolean;
  readonly roles: Readonly<Record<Role, boolean>>;
}

const NOBODY = idOf<PersonId>(0);

/** Who may do what: the policy itself is asked, for a reader without an account and for each role alone. */
export function rightLines(): RightLine[] {
  const may = (action: Action, roles: readonly Role[] | null) =>
    permissionFor(action, roles && { personId: NOBODY, roles }) === 'allowed';
  return keysOf(WORDS)
    .map((action) => ({
      ...WORDS[action],
      action,
      nobody: may(action, null),
      roles: recordOf(ROLES, (role) => may(action, [role])),
    }))
    .sort((a, b) => a.thing.localeCompare(b.thing) || a.does.localeCompare(b.does));
}
