import { ATTACKS, carryOut } from '../attacks/attacks';
import { as, BASE } from './browser';

// How long readers wait meanwhile is measured by `npm run bench -- attacks`; here nothing may break.
test.each(ATTACKS)('$name: refused or answered, never a failure', async (attack) => {
  const cookies = { requester: (await as('requester')).Cookie, manager: (await as('manager')).Cookie };
  const statuses = await carryOut(
    attack,
    { base: BASE, cookies },
    { mostMs: 5000, mostRequests: 3 * attack.lanes },
  );
  const failed = Object.keys(statuses).filter((status) => /^5/.test(status) && status !== '503');
  expect([failed, statuses]).toEqual([[], statuses]);
  expect((await fetch(`${BASE}/notices/talks`)).status).toBe(200);
});
