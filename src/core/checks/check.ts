import { hostSpan, occupiedOf, type WantedSpace } from '../occupancy/bands';
import { mergeOwnShoulders } from '../occupancy/turnover';
import type { AskedFacts, WantedDate } from './asked';
import { collisionsOf } from './collisions';
import type { Finding } from './findings';
import { holdingsOf } from './holdings';
import { wantedParts } from './parts';
import { RULES, RULE_NAMES, type FindingFacts, type Rule } from './rules/all';
import type { Check, CheckRule, Found, SpaceCheck } from './rules/rule';
import type { SpaceFacts, WorldSnapshot } from './world';

type AnyRule = CheckRule<unknown>;

/** The facts of a rule under its name: what they are is its own business. */
const named = (rule: Rule, { key, spaceId, facts }: Found<unknown>): Finding => ({
  key,
  spaceId,
  facts: { rule, ...(facts as object) } as FindingFacts,
});

const rules: readonly (readonly [Rule, AnyRule])[] = RULE_NAMES.map((name) => [
  name,
  RULES[name] as CheckRule<never> as AnyRule,
]);
const OF_SPACES = rules.flatMap(([name, { judged }]) =>
  judged.by === 'space' ? [[name, judged.find] as const] : [],
);

/** What one space of a date is judged by. */
function spaceCheck(
  date: WantedDate,
  wanted: WantedSpace,
  facts: SpaceFacts,
  check: SpaceCheck['check'],
): SpaceCheck {
  const { claim } = date;
  const host = hostSpan(claim.event, claim.accessMin, claim.exitMin);
  return { date, wanted, facts, occupied: occupiedOf(claim, wanted), host, check };
}

function findIn(at: SpaceCheck, judging: typeof OF_SPACES): Finding[] {
  const found: Finding[] = [];
  const place = { key: at.date.key, spaceId: at.facts.id };
  for (const [name, find] of judging)
    for (const facts of find(at)) found.push(named(name, { ...place, facts }));
  return found;
}

const findInSpaces = (check: Check): Finding[] =>
  check.dates.flatMap((date) =>
    date.claim.spaces.flatMap((wanted) =>
      findIn(spaceCheck(date, wanted, check.holdings.factsOf(wanted.spaceId), check), OF_SPACES),
    ),
  );

/** Some of the rules that look at one space of a date alone, for whoever only wants to know of those. */
export const findingsOfSpace = (
  only: readonly Rule[],
  [date, wanted, facts]: readonly [WantedDate, WantedSpace, SpaceFacts],
  check: SpaceCheck['check'],
): Finding[] =>
  findIn(
    spaceCheck(date, wanted, facts, check),
    OF_SPACES.filter(([name]) => only.includes(name)),
  );

/** What is judged over all dates, in the order of the rules; what is judged space by space stands together. */
function findAll(check: Check): Finding[] {
  let areSpacesDone = false;
  return rules.flatMap(([name, { judged }]) => {
    if (judged.by === 'dates') return judged.find(check).map((each) => named(name, each));
    if (judged.by === 'claims' || areSpacesDone) return [];
    areSpacesDone = true;
    return findInSpaces(check);
  });
}

/**
 * Everything that speaks against the wanted dates, in order of dates. They are checked against the world and
 * against one another. The snapshot must know every space and type wanted, and leave out claims being replaced.
 * @throws Error when a wanted space or type is missing from the snapshot: our own mistake.
 */
export function checkDates(
  drafted: readonly WantedDate[],
  world: WorldSnapshot,
  asked: AskedFacts = {},
): Finding[] {
  const holdings = holdingsOf(world);
  const { dates, links } = mergeOwnShoulders(drafted, holdings.topUpOf);
  const parts = wantedParts(dates, holdings);
  const collisions = collisionsOf(parts, world.busy, {
    topUpOf: holdings.topUpOf,
    requestId: asked.requestId,
  });
  const findings = findAll({ dates, drafted, links, world, asked, holdings, parts, collisions });
  const order = new Map(dates.map(({ key }, index) => [key, index]));
  return findings.sort((a, b) => (order.get(a.key) ?? 0) - (order.get(b.key) ?? 0));
}

/**
 * Findings by date; every wanted date has an entry. The list is empty where nothing was found; findings of other dates
 * are left out.
 */
export function findingsByDate(
  dates: readonly WantedDate[],
  findings: readonly Finding[],
): Map<string, Finding[]> {
  const grouped = new Map<string, Finding[]>(dates.map(({ key }) => [key, []]));
  for (const finding of findings) grouped.get(finding.key)?.push(finding);
  return grouped;
}
