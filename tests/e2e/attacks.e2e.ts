import { ATTACKS, carryOut, ownSeries, type Target } from '../attacks/attacks';
import { as, BASE } from './browser';

// How long readers wait meanwhile is measured by `npm run bench -- attacks`; here nothing may break.
let target: Target;
beforeAll(async () => {
  const cookies = {
    requester: (await as('requester')).Cookie,
    manager: (await as('manager')).Cookie,
  };
  target = { base: BASE, cookies, own: await ownSeries({ base: BASE, cookies }) };
});

test.each(ATTACKS)('$name: refused or answered, never a failure', async (attack) => {
  const statuses = await carryOut(attack, target, { mostMs: 5000, mostRequests: 3 * attack.lanes });
  const failed = Object.keys(statuses).filter((status) => /^5/.test(status) && status !== '503');
  expect([failed, statuses]).toEqual([[], statuses]);
  expect((await fetch(`${BASE}/whats-on/talks`)).status).toBe(200);
});
