import { template } from '@tests/builders/orders';
import { busy, space, span, wanted, world } from '@tests/builders/world';
import { hostSpan, occupiedOf } from '../../occupancy/bands';
import { localDate } from '../../time/local-time';
import type { AskedFacts } from '../asked';
import { collisionsOf } from '../collisions';
import { rulesThatBefallBy } from '../findings';
import { holdingsOf } from '../holdings';
import { wantedParts } from '../parts';
import type { SpaceFacts } from '../world';
import { RULE_NAMES, RULES } from './all';

/** A space that every rule has something to say about. */
const SPACE = space(2, [2], {
  layouts: [{ layout: 'rounds', seats: 10, setupMin: 0, strikeMin: 0 }],
  postedLimit: 15,
  areaM2: 40,
  features: [],
  hours: [
    { weekday: 1, opensMin: 540, closesMin: 600, validFrom: localDate('2020-01-01'), validTo: null },
  ] as never,
  closures: [{ span: span(0, 300), kind: 'shut', reason: 'Paint' }],
  policies: [
    {
      validFrom: localDate('2020-01-01'),
      noticeMin: 9000,
      horizonMonths: null,
      shortestMin: null,
      longestMin: null,
      granted: 'on-request',
      who: { roles: [], organisations: [] },
    },
  ],
  timetables: [{ validFrom: null, validTo: null, periods: [], exceptions: [] }] as never,
});
const asked: AskedFacts = { requester: { now: span(0, 1).start, roles: ['requester'], organisations: [] } };
const base = wanted('a', { from: 100, to: 160, people: 20, bands: 30 });
const date = {
  ...base,
  claim: {
    ...base.claim,
    spaces: base.claim.spaces.map((each) => ({
      ...each,
      wheelchairs: 9,
      features: ['piano' as const],
    })),
  },
};

/** Facts of a space that write down what of them is read. */
const watched = (facts: SpaceFacts, read: Set<string>): SpaceFacts =>
  new Proxy(facts, {
    get(target, name, receiver) {
      if (typeof name === 'string') read.add(name);
      return Reflect.get(target, name, receiver) as unknown;
    },
  });

// What is the same for two spaces is checked once for both, and what a change of the house can befall is looked for, by
// what the rules say of themselves: so they have to say the truth.
test.each(RULE_NAMES)('%s reads of a space what it says, and nothing else', (name) => {
  const { judged, reads } = RULES[name];
  const read = new Set<string>();
  const facts = watched(SPACE, read);
  if (judged.by === 'claims') return expect(reads).toEqual([]);
  if (judged.by === 'space') {
    const [wantedSpace] = date.claim.spaces;
    const { claim } = date;
    judged.find({
      date,
      wanted: wantedSpace!,
      facts,
      occupied: occupiedOf(claim, wantedSpace!),
      host: hostSpan(claim.event, claim.accessMin, claim.exitMin),
      check: { world: world(), asked },
    });
    return expect([...read].sort()).toEqual([...reads].sort());
  }
  const team = { teamId: 1, rosteredUntil: span(0, 9000).end, shifts: [], jobs: [], does: [template()] };
  const around = world({ spaces: [SPACE], busy: [busy(2, 110, 130)], teams: [team] });
  const own = holdingsOf(around);
  const parts = wantedParts([date], own);
  const collisions = collisionsOf(parts, around.busy, { topUpOf: own.topUpOf, requestId: undefined });
  const holdings = { ...own, factsOf: () => facts };
  const dates = [date];
  judged.find({ dates, drafted: dates, links: [], world: around, asked, holdings, parts, collisions });
  return expect(reads).toEqual(expect.arrayContaining([...read]));
});

test('what a change of the house can befall follows from what rules read', () => {
  expect(rulesThatBefallBy('closures')).toEqual(['closed', 'outside-hours']);
  expect(rulesThatBefallBy('hours')).toEqual(['outside-hours']);
  expect(rulesThatBefallBy('stock')).toEqual(['equipment-short']);
  expect(rulesThatBefallBy('parts', 'postedLimit', 'layouts')).toEqual([
    'occupied',
    'over-posted-limit',
    'over-seats',
    'layout-not-offered',
  ]);
  expect(rulesThatBefallBy('shifts')).toEqual(['crew-short']);
  for (const name of RULE_NAMES)
    expect(RULES[name].reads).toEqual(expect.arrayContaining([...RULES[name].befallsBy]));
  // Decided with open eyes, and nobody's to look for again.
  expect(rulesThatBefallBy('features', 'policies', 'timetables')).toEqual([]);
});
