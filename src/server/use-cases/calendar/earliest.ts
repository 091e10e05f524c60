import { earliestMoments, type EarliestWanted, type Moment } from '@/core/checks/earliest';
import { severityOf } from '@/core/checks/findings';
import type { Side } from '@/core/checks/rules/rule';
import { findingsOfSpace } from '@/core/checks/check';
import { candidatesFor, type Candidate } from '@/core/checks/place-search';
import { idOf, type ClaimId, type SpaceId } from '@/core/ids';
import type { SpaceFacts, WorldSnapshot } from '@/core/checks/world';
import { addMinutes, type EpochMinute, type Interval } from '@/core/time/epoch-minute';
import { addDays } from '@/core/time/local-time';
import { startOfDay, toLocal } from '@/core/time/zone';
import {
  ON_DAYS,
  type EarliestMoment,
  type EarliestReply,
  type EarliestSearch,
} from '@/contracts/calendar/earliest';
import { familiarRank, type Familiar } from '@/contracts/accounts/own';
import { done, type Outcome } from '@/contracts/base/refusal';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { spanText, sayTime } from '@/contracts/words/when';
import type { Context } from '../../context/context';
import type { Reader } from '../../db/connection';
import { loadEquipmentFacts, siteBands, siteDays } from '../../repositories/world/space-facts';
import { sideOf } from '../checks/check-request';
import { familiarTo } from '../../repositories/people/familiar';
import { requesterOf } from '../checks/verdicts';
import { knownSpaces, type KnownSpace } from './board-data';
import { usesIn } from './board-span';
import { KIT_ITEMS } from '../../repositories/house/house.queries';
import { TAKEN_OF_PARTS } from './calendar.queries';
import { loaded } from '@/core/lists';

const MOST_MOMENTS = 12;
/** The longest bands around an event, so that what stands beside the span is seen too. */
const AROUND_MIN = 2 * 1440;

type PoolLine = EarliestWanted['pools'][number];

/** What is wanted of pools, a kit as its contents, each type once. */
async function poolsOf(reader: Reader, { pools }: EarliestSearch): Promise<PoolLine[]> {
  const items = await reader.all(KIT_ITEMS);
  const wanted = new Map<PoolLine['typeId'], number>();
  for (const { type, quantity } of pools) {
    const contents = items.filter(({ kit }) => kit === type);
    const lines = contents.length ? contents : [{ typeId: type, quantity: 1 }];
    for (const line of lines)
      wanted.set(line.typeId, (wanted.get(line.typeId) ?? 0) + line.quantity * quantity);
  }
  return [...wanted].map(([typeId, quantity]) => ({ typeId, quantity }));
}

/** What is taken of some spaces' floors, and of all pools, in a span. */
async function takenIn(
  reader: Reader,
  candidates: readonly Candidate[],
  pools: readonly PoolLine[],
  span: Interval,
): Promise<Pick<WorldSnapshot, 'busy' | 'uses' | 'equipment'>> {
  const parts = [...new Set(candidates.flatMap(({ space }) => space.parts))];
  const busy = await reader.value(TAKEN_OF_PARTS, { ...span, parts });
  const types = pools.map(({ typeId }) => typeId);
  const uses = await usesIn(reader, span);
  return {
    busy: busy.map(([resourceId, start, end, claimId]) => ({ resourceId, span: { start, end }, claimId })),
    uses: uses.flatMap(([type, start, end, quantity], index) => {
      const typeId = types.find((each) => each === type);
      return typeId === undefined
        ? []
        : [{ typeId, span: { start, end }, quantity, claimId: idOf<ClaimId>(index) }];
    }),
    equipment: await loadEquipmentFacts(reader, types),
  };
}

/** For each want the spaces that would do: familiar ones first, then those with fewest seats to spare. */
function candidatesByWant(
  { wants }: EarliestSearch,
  facts: readonly SpaceFacts[],
  familiar: Familiar,
): Candidate[][] {
  return wants.map(({ people, layout, has, space }) => {
    const wanted = { people, layout, features: has ? [has] : [], dates: [] };
    const eligible = space === null ? facts : facts.filter(({ id }) => id === space);
    return candidatesFor(eligible, wanted).sort(
      (a, b) =>
        familiarRank(familiar, a.space.id) - familiarRank(familiar, b.space.id) ||
        a.offer.seats - b.offer.seats,
    );
  });
}

function sayMoment(
  { start, lastStart, spaces }: Moment,
  minutes: number,
  rowOf: (space: number) => KnownSpace,
  tzid: string,
): EarliestMoment {
  const begins = toLocal(start, tzid);
  return {
    start: begins,
    when: spanText(begins, toLocal(addMinutes(start, minutes), tzid)),
    upTo: lastStart > start ? sayTime(toLocal(lastStart, tzid)) : null,
    spaces: spaces.map(({ space: { id }, offer }) => ({
      id,
      name: rowOf(id).name,
      code: rowOf(id).code,
      kind: offer.layout,
      layout: LAYOUT_WORDS[offer.layout],
      seats: offer.seats,
    })),
  };
}

/** Whether a space may be had then by its own rules: notice, how far ahead, how short and long, for whom. */
function mayAskFor(
  facts: readonly SpaceFacts[],
  { accessMin, exitMin }: Pick<EarliestWanted, 'accessMin' | 'exitMin'>,
  {
    requester,
    horizonMonths,
    side,
    tzid,
  }: {
    readonly requester: Awaited<ReturnType<typeof requesterOf>>;
    readonly horizonMonths: number;
    readonly side: Side;
    readonly tzid: string;
  },
): (space: SpaceId, event: Interval) => boolean {
  const bySpace = new Map(facts.map((each) => [each.id, each]));
  return (space, event) => {
    const own = bySpace.get(space);
    if (!own) return false;
    const date = { key: '', claim: { event, accessMin, exitMin, spaces: [], equipment: [] } };
    const wanted = { spaceId: space, layout: 'empty' as const, people: 0, setupMin: 0, strikeMin: 0 };
    const check = { world: { tzid, horizonMonths }, asked: { requester } };
    const findings = findingsOfSpace(['policy', 'not-a-period'], [date, wanted, own], check);
    return findings.every((finding) => severityOf(finding.facts, side) !== 'blocks');
  };
}

/** From when to when is looked, from now on at the earliest. */
function spanOf({ first, last }: EarliestSearch, now: EpochMinute, tzid: string): Interval {
  const start = startOfDay(first, tzid);
  return { start: start > now ? start : now, end: startOfDay(addDays(last, 1), tzid) };
}

/** Neither place nor time is fixed: the earliest moments at which all that is wanted is free together. */
export async function findEarliest(ctx: Context, search: EarliestSearch): Promise<Outcome<EarliestReply>> {
  const { db } = ctx;
  const { tzid, grainMin, horizonMonths } = await siteDays(db);
  const { accessMin, exitMin } = await siteBands(db);
  const spaces = await knownSpaces(db);
  const wants = candidatesByWant(
    search,
    spaces.map(({ facts }) => facts),
    await familiarTo(ctx),
  );
  const unfit = wants.flatMap((own, index) => (own.length ? [] : [index]));
  if (unfit.length) return done({ moments: [], unfit });
  const within = spanOf(search, ctx.clock.now(), tzid);
  if (within.start >= within.end) return done({ moments: [], unfit });
  const around = { start: addMinutes(within.start, -AROUND_MIN), end: addMinutes(within.end, AROUND_MIN) };
  const pools = await poolsOf(db, search);
  const taken = await takenIn(db, wants.flat(), pools, around);
  const wanted: EarliestWanted = {
    wants,
    pools,
    within,
    lengthMin: search.minutes,
    accessMin,
    exitMin,
    grainMin,
    hours: { fromMin: search.between, toMin: search.and },
    weekdays: ON_DAYS[search.on],
  };
  const facts = spaces.map((space) => space.facts);
  const rules = { requester: await requesterOf(ctx, db), horizonMonths, side: sideOf(ctx), tzid };
  const mayAsk = mayAskFor(facts, wanted, rules);
  const moments = earliestMoments(wanted, { tzid, ...taken }, mayAsk, MOST_MOMENTS);
  const spaceOf = loaded<number, KnownSpace>(
    'space',
    spaces.map((space) => [space.id, space] as const),
  );
  return done({ moments: moments.map((moment) => sayMoment(moment, search.minutes, spaceOf, tzid)), unfit });
}
