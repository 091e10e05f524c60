import { as, BASE, send, type Account } from './browser';
import { POLICY, routes } from './routes';

type Who = 'nobody' | Account;
const WHO: readonly Who[] = ['nobody', 'requester', 'crew', 'manager', 'steward'];

let foreignReference = '';
const cookies: Partial<Record<Who, { Cookie: string }>> = {};
beforeAll(async () => {
  for (const who of WHO) if (who !== 'nobody') cookies[who] = await as(who);
  const desk = await (await fetch(`${BASE}/desk`, { headers: cookies.manager })).text();
  // A request of the Meadow Makers: neither the requester's nor the crew's.
  foreignReference = /\/desk\/([A-Z0-9]{3}-[A-Z0-9]{3})"[^>]*>Quince tasting/.exec(desk)![1]!;
});

test('every route of the build has an entry, and every entry a route', () => {
  expect(Object.keys(POLICY).sort()).toEqual(routes().sort());
});

const cases = Object.entries(POLICY).flatMap(([route, entries]) =>
  entries.flatMap((entry) =>
    WHO.map((who, index) => ({
      route,
      method: entry.method ?? 'GET',
      who,
      status: entry.statuses[index] ?? entry.statuses[1],
      entry,
    })),
  ),
);
test.each(cases)('$method $route as $who is $status', async ({ route, method, who, status, entry }) => {
  const path = (entry.path ?? route).replace('[ref]', foreignReference).replace('[id]', '1');
  // Signing out with a real session would end it for the other cases.
  const headers = method === 'DELETE' ? {} : (cookies[who] ?? {});
  const reply = await send(method, path, method === 'GET' ? undefined : (entry.body ?? {}), headers);
  expect(reply.status).toBe(status);
});

test('every write from another site is refused, whoever sends it', async () => {
  for (const [route, entries] of Object.entries(POLICY))
    for (const { method } of entries) {
      if (!method) continue;
      const path = route.replace('[ref]', foreignReference).replace('[id]', '1');
      for (const Origin of ['https://elsewhere.example', 'null', '']) {
        const reply = await send(method, path, {}, { ...cookies.manager, Origin });
        expect([path, Origin, reply.status]).toEqual([path, Origin, 403]);
      }
    }
});

test.each(['/spaces/%E0%A4%A', '/api/requests/%/review', '/%C0%80'])(
  'an address that cannot be read is no page: %s',
  async (path) => {
    const reply = await send('GET', path, undefined, cookies.manager);
    expect(reply.status).toBe(404);
  },
);

test('signing out ends the session itself, not only the cookie', async () => {
  const cookie = await as('crew');
  expect((await send('GET', '/work-orders', undefined, cookie)).status).toBe(200);
  expect((await send('DELETE', '/api/session', {}, cookie)).status).toBe(200);
  expect((await send('GET', '/work-orders', undefined, cookie)).status).toBe(307);
});
