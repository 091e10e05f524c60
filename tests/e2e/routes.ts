import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { application } from './serve';

/** Status by who calls. A steward may what requesters may, where nothing else is said. */
export type Row = readonly [
  nobody: number,
  requester: number,
  crew: number,
  manager: number,
  steward?: number,
];
export interface Entry {
  readonly statuses: Row;
  readonly method?: 'POST' | 'DELETE';
  readonly path?: string;
  readonly body?: unknown;
}

// 400 stands for "let in, and then this empty body is refused": enough to tell it from 401 and 403.
const OPEN: Row = [200, 200, 200, 200];
/** Every route of the build, by method. A page that redirects to signing in answers 307. */
export const POLICY: Readonly<Record<string, readonly Entry[]>> = {
  '/': [{ statuses: OPEN }],
  '/ask': [{ statuses: OPEN }],
  '/spaces': [{ statuses: OPEN }],
  '/spaces/[code]': [{ statuses: OPEN, path: '/spaces/QH' }],
  '/spaces/[code]/plan': [{ statuses: OPEN, path: '/spaces/QH/plan' }],
  '/spaces/earliest': [{ statuses: OPEN }],
  '/equipment/[id]': [{ statuses: OPEN, path: '/equipment/1' }],
  '/calendar': [{ statuses: OPEN }],
  '/print': [{ statuses: OPEN }],
  '/print/sheet.pdf': [{ statuses: OPEN, path: '/print/sheet.pdf?from=2027-04-13&days=2' }],
  '/api/dates': [{ statuses: OPEN, path: '/api/dates?from=2027-04-13&days=7' }],
  '/api/own/long-work': [{ statuses: [401, 200, 200, 200] }],
  '/api/own/pins': [{ method: 'POST', statuses: [401, 400, 400, 400] }],
  // Taking away is tried without a session here; whose a view is tests/server/own.test.ts.
  '/api/own/views': [
    { method: 'POST', statuses: [401, 400, 400, 400] },
    { method: 'DELETE', statuses: [401, 401, 401, 401] },
  ],
  '/whats-on': [{ statuses: OPEN }],
  '/whats-on/[slug]': [{ statuses: OPEN, path: '/whats-on/talks' }],
  '/feeds/calendar/[slug]/[file]': [
    { statuses: OPEN, path: '/feeds/calendar/talks/feed.ics' },
    { statuses: OPEN, path: '/feeds/calendar/talks/feed.json' },
    { statuses: OPEN, path: '/feeds/calendar/talks/feed.atom' },
    { statuses: [404, 404, 404, 404], path: '/feeds/calendar/talks/feed.exe' },
    // Only for those who have signed in, and for its link.
    { statuses: [404, 200, 200, 200], path: '/feeds/calendar/staff/feed.ics' },
    { statuses: [404, 404, 404, 200], path: '/feeds/calendar/halls-for-neighbours/feed.ics' },
  ],
  '/whats-on/[slug]/[view]': [{ statuses: OPEN, path: '/whats-on/talks/month' }],
  '/whats-on/[slug]/[view]/[day]': [{ statuses: OPEN, path: '/whats-on/_all/week/2027-05-03' }],
  '/whats-on/[slug]/embed': [{ statuses: OPEN, path: '/whats-on/talks/embed' }],
  '/whats-on/follow': [{ statuses: OPEN }],
  '/administration/calendars': [{ statuses: [307, 403, 403, 200] }],
  '/administration/calendars/[id]': [
    { statuses: [307, 403, 403, 200], path: '/administration/calendars/new' },
  ],
  '/whats-on/ledger': [{ statuses: [307, 403, 403, 200] }],
  '/whats-on/ledger/ledger.csv': [{ statuses: [401, 403, 403, 200] }],
  '/events/[event]': [{ statuses: [404, 404, 404, 404], path: '/events/ffffffffffff' }],
  '/events/[event]/[date]': [{ statuses: [404, 404, 404, 404], path: '/events/ffffffffffff/20270413T1000' }],
  '/events/[event]/event.ics': [{ statuses: [404, 404, 404, 404], path: '/events/ffffffffffff/event.ics' }],
  '/embed/[slug]': [
    { statuses: OPEN, path: '/embed/talks' },
    // Whoever has signed in here makes no difference to a frame elsewhere.
    { statuses: [404, 404, 404, 404], path: '/embed/staff' },
  ],
  '/embed/ask/[code]': [{ statuses: OPEN, path: '/embed/ask/SL' }],
  '/display/space/[code]': [{ statuses: OPEN, path: '/display/space/SL' }],
  '/display/building/[id]': [{ statuses: OPEN, path: '/display/building/1' }],
  '/api/display/space/[code]': [{ statuses: OPEN, path: '/api/display/space/SL' }],
  '/api/display/building/[id]': [{ statuses: OPEN, path: '/api/display/building/1' }],
  '/feeds/space/[code]/[file]': [{ statuses: OPEN, path: '/feeds/space/SL/feed.ics' }],
  '/feeds/space/[code]/free-busy.ics': [
    { statuses: [401, 200, 200, 200], path: '/feeds/space/SL/free-busy.ics' },
  ],
  '/feeds/host/[id]/[file]': [{ statuses: OPEN, path: '/feeds/host/1/feed.ics' }],
  '/feeds/own/[token]/[file]': [{ statuses: [404, 404, 404, 404], path: '/feeds/own/x/feed.ics' }],
  '/api/calendars': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/calendars/preview': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/calendars/[id]': [{ method: 'POST', statuses: [401, 403, 403, 400], path: '/api/calendars/1' }],
  '/api/requests/[ref]/notice': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/own/feed-link': [{ method: 'POST', statuses: [401, 400, 400, 400] }],
  '/sign-in': [{ statuses: OPEN }],
  '/needs-scripts': [{ statuses: OPEN }],
  '/api/needs-scripts': [{ method: 'POST', statuses: [303, 303, 303, 303] }],
  '/kit': [{ statuses: OPEN }],
  '/preferences': [{ statuses: OPEN }],
  '/api/own/settings': [{ method: 'POST', statuses: [400, 400, 400, 400] }],
  '/account': [{ statuses: [307, 200, 200, 200] }],
  '/account/forgotten': [{ statuses: OPEN }],
  '/account/register': [{ statuses: OPEN }],
  // Of a link that is over there is a page that says so.
  '/account/link/[token]': [{ statuses: OPEN, path: '/account/link/x' }],
  '/api/account/link/[token]': [{ method: 'POST', statuses: [400, 400, 400, 400] }],
  '/api/account/forgotten': [{ method: 'POST', statuses: [400, 400, 400, 400] }],
  '/api/account/register': [
    { method: 'POST', statuses: [400, 400, 400, 400] },
    {
      method: 'POST',
      // Of another domain than those that may.
      statuses: [400, 400, 400, 400],
      body: { name: 'Iva Stone', email: 'iva@elsewhere.example' },
    },
  ],
  '/api/account/password': [{ method: 'POST', statuses: [401, 400, 400, 400] }],
  '/api/account/sign-out-elsewhere': [{ method: 'POST', statuses: [401, 400, 400, 400] }],
  '/api/people/[id]/link': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/people/[id]/sign-out': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/people/invite': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/desk': [{ statuses: [307, 403, 403, 200] }],
  '/desk/[ref]': [{ statuses: [307, 403, 403, 200] }],
  '/desk/bookings': [{ statuses: [307, 403, 403, 200] }],
  '/api/recategorise': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/recent': [{ statuses: [307, 200, 200, 200] }],
  '/outbox': [{ statuses: [307, 403, 403, 200] }],
  '/outbox/[id]': [{ statuses: [307, 403, 403, 200], path: '/outbox/1' }],
  '/api/outbox/[id]/message.eml': [{ statuses: [401, 403, 403, 200], path: '/api/outbox/1/message.eml' }],
  '/api/outbox/[id]/send': [{ method: 'POST', statuses: [401, 403, 403, 404], path: '/api/outbox/0/send' }],
  // The link itself is the right to answer; of one that nobody was sent there is nothing.
  '/offer/[token]': [{ statuses: [404, 404, 404, 404] }],
  '/api/offers/[token]': [{ method: 'POST', statuses: [400, 400, 400, 400] }],
  // As its page, and members of its host may not.
  '/api/requests/[ref]/history.csv': [{ statuses: [401, 403, 403, 200] }],
  '/api/requests/[ref]/handler': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/consents': [{ statuses: [307, 403, 403, 403, 200] }],
  '/api/consents': [{ method: 'POST', statuses: [401, 403, 403, 403, 400] }],
  '/api/requests/[ref]/words': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/requests/[ref]/publish-now': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/requests/[ref]/remind': [{ method: 'POST', statuses: [401, 403, 403, 200] }],
  '/requests': [{ statuses: [307, 200, 200, 200] }],
  // Of another requester: nobody but the office.
  '/requests/[ref]': [{ statuses: [307, 403, 403, 200] }],
  '/work-orders': [{ statuses: [307, 403, 200, 200] }],
  '/work-orders/stores': [{ statuses: [307, 403, 200, 200] }],
  '/work-orders/week': [{ statuses: [307, 403, 403, 200] }],
  '/work-orders/templates': [{ statuses: [307, 403, 403, 200] }],
  '/work-orders/templates/[id]': [{ statuses: [307, 403, 403, 200] }],
  '/work-orders/event/[ref]': [{ statuses: [307, 403, 200, 200] }],
  '/work-orders/sheet.pdf': [
    { statuses: [401, 403, 200, 200] },
    { statuses: [401, 403, 403, 200], path: '/work-orders/sheet.pdf?what=week' },
  ],
  '/work-orders/sheet.csv': [
    { statuses: [401, 403, 200, 200] },
    { statuses: [401, 403, 403, 200], path: '/work-orders/sheet.csv?what=week' },
  ],
  '/api/board': [{ statuses: OPEN }],
  '/api/board/office': [{ statuses: OPEN }],
  '/api/news': [{ statuses: OPEN, path: '/api/news?since=1' }],
  '/api/day-strip': [{ statuses: OPEN, path: '/api/day-strip?from=2027-04-13&days=7' }],
  // Of another requester, as its page.
  '/api/requests/[ref]': [{ statuses: [401, 403, 403, 200] }],
  '/api/requests/[ref]/messages': [
    { method: 'POST', statuses: [401, 400, 400, 400] },
    {
      method: 'POST',
      path: '/api/requests/AAA-AAA/messages',
      statuses: [401, 404, 404, 404],
      body: { key: randomUUID(), text: 'x' },
    },
  ],
  '/api/files': [{ method: 'POST', statuses: [401, 400, 400, 400] }],
  // Of nobody: who may not have a file learns only that there is none.
  '/api/files/[key]': [
    { path: `/api/files/${randomUUID()}`, statuses: [401, 404, 404, 404] },
    { method: 'DELETE', path: `/api/files/${randomUUID()}`, statuses: [401, 401, 401, 401] },
  ],
  '/api/own/deputies': [{ method: 'POST', statuses: [401, 400, 400, 400] }],
  '/api/own/news': [{ method: 'POST', statuses: [401, 400, 400, 400] }],
  '/api/left': [{ method: 'POST', statuses: [400, 400, 400, 400] }],
  '/api/check': [{ method: 'POST', statuses: [400, 400, 400, 400] }],
  // Of a form for everybody; of a stored request for the requester and the office.
  '/api/alternatives': [
    { method: 'POST', statuses: [400, 400, 400, 400] },
    {
      method: 'POST',
      statuses: [401, 404, 404, 404],
      body: { of: 'request', reference: 'AAA-AAA' },
    },
  ],
  '/api/spaces/day': [{ statuses: OPEN, path: '/api/spaces/day?day=2027-04-13&spaces=1,2' }],
  '/api/session/form': [{ method: 'POST', statuses: [400, 400, 400, 400] }],
  '/api/session': [
    { method: 'POST', statuses: [400, 400, 400, 400] },
    { method: 'DELETE', statuses: OPEN },
  ],
  '/api/requests': [{ method: 'POST', statuses: [401, 400, 400, 400] }],
  // Let in for one's own; whose a date is only a whole body tells.
  '/api/changes': [
    { method: 'POST', statuses: [401, 400, 400, 400] },
    {
      method: 'POST',
      statuses: [401, 404, 404, 404],
      body: {
        key: randomUUID(),
        items: [{ reference: 'AAA-AAA', version: 1, occurrences: [1] }],
        step: { action: 'cancel', reason: '' },
      },
    },
  ],
  '/api/changes/[id]/undo': [{ method: 'POST', statuses: [401, 400, 400, 400] }],
  '/api/requests/[ref]/series': [{ method: 'POST', statuses: [401, 400, 400, 400] }],
  '/api/stock-lines': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/equipment/[id]/units': [{ statuses: [401, 403, 404, 404, 404] }],
  '/api/surroundings': [{ method: 'POST', statuses: [400, 400, 400, 400] }],
  '/api/orders/[id]': [{ method: 'POST', statuses: [401, 403, 400, 400] }],
  '/api/orders/[id]/ticks': [{ method: 'POST', statuses: [401, 403, 400, 400] }],
  '/api/orders/[id]/read': [{ method: 'POST', statuses: [401, 403, 400, 400] }],
  '/api/orders/[id]/notes': [{ method: 'POST', statuses: [401, 403, 400, 400] }],
  '/api/orders/[id]/returns': [{ method: 'POST', statuses: [401, 403, 400, 400] }],
  '/api/orders/problems/[id]': [{ method: 'POST', statuses: [401, 403, 400, 400] }],
  '/api/orders/issue': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/orders/assign': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/start': [{ statuses: [307, 307, 307, 307] }],
  '/api/start': [{ method: 'POST', statuses: [400, 400, 400, 400] }],
  // There is an office already.
  '/api/start/demo': [{ method: 'POST', statuses: [403, 403, 403, 403] }],
  // There is an office already.
  '/api/start/archive': [{ method: 'POST', statuses: [403, 403, 403, 403] }],
  '/api/start/archive/[id]': [
    { method: 'POST', statuses: [403, 403, 403, 403], path: '/api/start/archive/x' },
  ],
  '/administration/archive': [{ statuses: [307, 403, 403, 200] }],
  '/administration/archive/house.tar.gz': [{ statuses: [401, 403, 403, 200] }],
  '/api/archive': [{ method: 'POST', statuses: [401, 403, 403, 422] }],
  '/api/archive/[id]': [{ method: 'POST', statuses: [401, 403, 403, 404], path: '/api/archive/x' }],
  '/api/pictures': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/pictures/drop': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/pictures/[key]': [{ statuses: [404, 404, 404, 404], path: '/api/pictures/x' }],
  '/administration': [{ statuses: [307, 403, 403, 200] }],
  '/administration/[kind]': [
    { statuses: [307, 403, 403, 200], path: '/administration/space' },
    { statuses: [307, 403, 403, 200], path: '/administration/person' },
    { statuses: [404, 404, 404, 404], path: '/administration/attic' },
  ],
  '/administration/[kind]/[id]': [
    { statuses: [307, 403, 403, 200], path: '/administration/space/1' },
    { statuses: [307, 403, 403, 200], path: '/administration/person/1' },
    { statuses: [307, 403, 403, 404], path: '/administration/space/4711' },
  ],
  '/language/[file]': [
    { statuses: [200, 200, 200, 200], path: '/language/de.js' },
    { statuses: [200, 200, 200, 200], path: '/language/de.json' },
    { statuses: [404, 404, 404, 404], path: '/language/en.js' },
    { statuses: [404, 404, 404, 404], path: '/language/xx.js' },
  ],
  '/administration/holidays': [{ statuses: [307, 403, 403, 200] }],
  '/administration/rights': [{ statuses: [307, 403, 403, 200] }],
  '/administration/rights/rights.csv': [{ statuses: [401, 403, 403, 200] }],
  '/api/administration/holidays': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/administration/[kind]': [
    { method: 'POST', statuses: [401, 403, 403, 400], path: '/api/administration/space' },
    { method: 'POST', statuses: [401, 403, 403, 400], path: '/api/administration/person' },
    { method: 'POST', statuses: [404, 404, 404, 404], path: '/api/administration/attic' },
  ],
  '/administration/[kind]/csv': [
    { statuses: [307, 403, 403, 200], path: '/administration/space/csv' },
    { statuses: [404, 404, 404, 404], path: '/administration/site/csv' },
  ],
  '/administration/[kind]/table.csv': [
    { statuses: [401, 403, 403, 200], path: '/administration/space/table.csv' },
    { statuses: [401, 403, 403, 404], path: '/administration/site/table.csv' },
  ],
  '/api/administration/[kind]/csv': [
    { method: 'POST', statuses: [401, 403, 403, 400], path: '/api/administration/space/csv' },
    { method: 'POST', statuses: [404, 404, 404, 404], path: '/api/administration/site/csv' },
  ],
  '/api/administration/[kind]/[id]': [
    { method: 'POST', statuses: [401, 403, 403, 400], path: '/api/administration/space/1' },
  ],
  '/api/work-order-templates': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/work-order-templates/try': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/work-order-templates/[id]/retire': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/requests/[ref]/orders': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/own-layouts': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/own-layouts/[id]/drop': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/shifts': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/shifts/[id]/remove': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/teams/[id]/members': [{ method: 'POST', statuses: [401, 403, 403, 400] }],
  '/api/events/[id]/services': [{ method: 'POST', statuses: [401, 403, 400, 400] }],
  '/api/events/[id]/walk': [{ method: 'POST', statuses: [401, 403, 400, 400] }],
  '/api/events/[id]/attendance': [{ method: 'POST', statuses: [401, 403, 400, 400] }],
  '/api/follow-ups': [{ method: 'POST', statuses: [401, 403, 400, 400] }],
  '/api/follow-ups/[id]': [{ method: 'POST', statuses: [401, 403, 400, 400] }],
};
const BUILT_IN = ['/_not-found', '/_global-error', '/icon.svg', '/favicon.ico'];

/** Every route of the build. */
export const routes = (): string[] =>
  Object.values(
    JSON.parse(readFileSync(join(application(), '.next', 'app-path-routes-manifest.json'), 'utf8')) as Record<
      string,
      string
    >,
  ).filter((route) => !BUILT_IN.includes(route));
