import { BASE } from './browser';

// Addresses of before stand in letters, on posters and in other people’s pages.

test.each([
  ['/dates', '/calendar'],
  ['/dates?view=month&day=2027-04-13', '/calendar?view=month&day=2027-04-13'],
  ['/places', '/spaces'],
  ['/places/QH', '/spaces/QH'],
  ['/places/QH/plan?people=20', '/spaces/QH/plan?people=20'],
  ['/pools/1', '/equipment/1'],
  ['/notices', '/whats-on'],
  ['/notices/talks', '/whats-on/talks'],
  ['/notices/talks?view=week', '/whats-on/talks?view=week'],
  ['/notices/talks/embed', '/whats-on/talks/embed'],
  ['/notices/follow', '/whats-on/follow'],
  ['/whats-on?view=month&on=2027-05-03&q=choir', '/whats-on/_all/month/2027-05-03?q=choir'],
  ['/whats-on/talks?view=week&on=', '/whats-on/talks/week'],
  ['/whats-on/talks?view=list', '/whats-on/talks'],
  ['/whats-on/_all', '/whats-on'],
  ['/setups?day=2027-04-13', '/work-orders?day=2027-04-13'],
  ['/setups/week', '/work-orders/week'],
  ['/setups/recipes', '/work-orders/templates'],
  ['/setups/recipes/1', '/work-orders/templates/1'],
  ['/house', '/administration'],
  ['/house/space/3', '/administration/space/3'],
  ['/settings', '/preferences'],
  ['/whats-on/kept', '/administration/calendars'],
  ['/whats-on/kept/3', '/administration/calendars/3'],
])('%s leads on to %s for good', async (before, now) => {
  const reply = await fetch(`${BASE}${before}`, { redirect: 'manual' });
  expect([reply.status, reply.headers.get('location')]).toEqual([308, now]);
});

test.each(['ics', 'json', 'atom'])(
  'a program that follows a feed (%s) finds it where it was',
  async (format) => {
    const before = await fetch(`${BASE}/notices/talks/feed.${format}`, { redirect: 'manual' });
    const now = await fetch(`${BASE}/feeds/calendar/talks/feed.${format}`);
    expect([before.status, now.status]).toEqual([200, 200]);
    expect(before.headers.get('content-type')).toBe(now.headers.get('content-type'));
  },
);

test.each(['/whats-on/talks/fortnight', '/whats-on/talks/day/2027-13-01', '/whats-on/no-such/day'])(
  '%s says a view, day or calendar that there is not',
  async (path) => expect((await fetch(`${BASE}${path}`, { redirect: 'manual' })).status).toBe(404),
);

test('a private link is not led on: it answers where it was', async () => {
  const reply = await fetch(`${BASE}/notices/staff?link=not-a-link`, { redirect: 'manual' });
  expect([reply.status, reply.headers.get('location')]).toEqual([404, null]);
});
