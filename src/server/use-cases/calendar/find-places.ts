import { sayTime } from '@/contracts/words/when';
import {
  answerAll,
  candidatesFor,
  datesIn,
  doubtfulAmong,
  findingsIn,
  groupAlike,
  rankPlaces,
  unfitFor,
  type Candidate,
  type PlaceAnswer,
  type PlaceWanted,
} from '@/core/checks/place-search';
import { verdictOf, type Verdict } from '@/core/checks/findings';
import type { AskedFacts } from '@/core/checks/asked';
import type { WorldSnapshot } from '@/core/checks/world';
import { overlaps } from '@/core/time/epoch-minute';
import { toLocal } from '@/core/time/zone';
import { datesAsked, type AskedDate, type AskedDates } from '@/contracts/requests/asked-dates';
import type { CheckInput } from '@/contracts/requests/ask';
import type { FoundPlace, PlaceSearch, PlacesReply } from '@/contracts/calendar/places';
import { done, type Outcome } from '@/contracts/base/refusal';
import { familiarRank, type Familiar } from '@/contracts/accounts/own';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { sayUnfit, sayUnfitSpaces } from '@/contracts/words/unfit';
import type { Context } from '../../context/context';
import { loadWorld } from '../../repositories/world/snapshot';
import { siteBands } from '../../repositories/world/space-facts';
import { loadAskedOffice } from '../checks/ask-office';
import { sideOf } from '../checks/check-request';
import { requesterOf, speakerFor } from '../checks/verdicts';
import { familiarTo } from '../../repositories/people/familiar';
import { boardRowsText, bookingsIn } from './board-span';
import { knownSpaces, type KnownSpace } from './board-data';
import { standingIn } from './standing';
import { loaded, at, isFilled } from '@/core/lists';

const MOST_SENTENCES = 2;

/** The search as a request that has no space yet. */
const asCheck = (
  { people, when, type, quantity }: PlaceSearch,
  usual: Pick<CheckInput, 'accessMin' | 'exitMin'>,
): CheckInput => ({
  people,
  when,
  ...usual,
  spaces: [],
  moreCategoryIds: [],
  equipment: type === null ? [] : [{ typeId: type, quantity }],
  publish: false,
  kind: 'office-chooses',
  overrides: [],
});

function foundPlace(
  { offer, spareSeats, verdict, count }: PlaceAnswer,
  space: KnownSpace,
  dates: number,
  familiar: number,
  sentences: readonly string[],
): FoundPlace {
  return {
    spaceId: space.id,
    code: space.code,
    name: space.name,
    building: space.building,
    kind: offer.layout,
    layout: LAYOUT_WORDS[offer.layout],
    seats: offer.seats,
    spareSeats,
    verdict,
    clear: count.clear,
    warning: count.warning,
    dates,
    familiar,
    sentences,
  };
}

/** Among those that answer equally well what is pinned comes first, then what one used before. */
function firstFamiliar(answers: readonly PlaceAnswer[], familiar: Familiar): PlaceAnswer[] {
  const alike = ({ count }: PlaceAnswer) => `${count.clear} ${count.warning} ${count.conflict}`;
  // They come best first: equals stand together, and stay in order where they are equally familiar.
  const rankOf = loaded(
    'the rank of',
    [...new Set(answers.map(alike))].map((each, index) => [each, index] as const),
  );
  return answers
    .map((answer) => ({
      answer,
      rank: rankOf(alike(answer)),
      own: familiarRank(familiar, answer.space.id),
    }))
    .sort((a, b) => a.rank - b.rank || a.own - b.own)
    .map(({ answer }) => answer);
}

/** Titles that overlap the event, by building; what the viewer may not know is left out. */
async function alsoOn(
  ctx: Context,
  { claim: { event } }: AskedDate,
  spaces: ReadonlyMap<number, KnownSpace>,
  tzid: string,
): Promise<PlacesReply['alsoOn']> {
  const { bookings } = await boardRowsText(ctx.db, ctx.viewer, event);
  const found = new Map<string, string[]>();
  for (const [, spaceId, state, , , , , start, end, , , , , title] of bookingsIn(bookings)) {
    const space = spaces.get(spaceId);
    if (state !== 0 || !space || title === null || start === null || end === null) continue;
    if (!overlaps({ start, end }, event)) continue;
    const clock = (at: typeof event.start) => sayTime(toLocal(at, tzid));
    const line = `${title}, ${clock(start)}–${clock(end)}, ${space.name}`;
    found.set(space.building, [...(found.get(space.building) ?? []), line]);
  }
  return [...found].map(([building, events]) => ({ building, events: events.sort() }));
}

/** Places listed with why the first date that is not clear is not; those after them with their count alone. */
const MOST_SAID = 20;

interface Searched {
  readonly ctx: Context;
  readonly candidates: readonly Candidate[];
  readonly wanted: PlaceWanted;
  readonly side: ReturnType<typeof sideOf>;
  readonly asked: AskedFacts;
}

/** Verdicts of all candidates on all dates: what is alike is checked once, what stands in each comes in one statement. */
async function verdictsOf({ ctx, candidates, wanted, side, asked }: Searched): Promise<Verdict[][]> {
  const { db } = ctx;
  const [any] = candidates;
  if (!any) return [];
  const standing = await standingIn(db, candidates, wanted);
  const worldOf = (candidate: Candidate) => loadWorld(db, datesIn(candidate, wanted));
  const verdicts = (candidate: Candidate, world: WorldSnapshot): Verdict[] =>
    findingsIn(candidate, wanted, world, asked).map((each) => verdictOf(each, side));
  const worldOfAny = await worldOf(any);
  const groups = groupAlike(candidates, worldOfAny);
  const alike: Verdict[][] = [];
  for (const group of groups) {
    const [first = any] = group.flatMap((index) => candidates[index] ?? []);
    const world = first === any ? worldOfAny : await worldOf(first);
    alike.push(verdicts(first, { ...world, busy: [] }));
  }
  const whole = new Map<number, Verdict[]>();
  for (const index of doubtfulAmong(candidates, wanted, standing)) {
    const candidate = candidates[index];
    if (candidate) whole.set(index, verdicts(candidate, await worldOf(candidate)));
  }
  return answerAll(groups, alike, whole, standing);
}

/** Why the first date that is not clear is not, for the places that are listed first. */
async function sentencesOf(
  { ctx, wanted, side, asked }: Searched,
  answers: readonly PlaceAnswer[],
): Promise<Map<number, string[]>> {
  const { db, viewer } = ctx;
  const told = answers
    .slice(0, MOST_SAID)
    .flatMap((answer) =>
      answer.firstNotClear === null ? [] : [{ ...answer, firstNotClear: answer.firstNotClear }],
    );
  if (!told.length) return new Map();
  // Spaces are no rivals, but a check takes what it is given as one request: each is checked alone, in one world.
  // Only what stands in the one date that is told of has to be there.
  const world = await loadWorld(
    db,
    told.map((answer) => at(datesIn(answer, wanted), answer.firstNotClear)),
  );
  const found = told.map((answer) => ({
    position: answer.position,
    findings: at(findingsIn(answer, wanted, world, asked), answer.firstNotClear).slice(0, MOST_SENTENCES),
  }));
  const speaker = await speakerFor(
    db,
    viewer,
    world,
    found.flatMap(({ findings }) => findings),
    side,
  );
  return new Map(
    found.map(({ position, findings }) => [position, findings.map((finding) => speaker.say(finding))]),
  );
}

/** What is looked for, with its equipment wherever the date goes. */
const wantedOf = (search: PlaceSearch, dates: AskedDates['dates']): PlaceWanted => ({
  people: search.people,
  layout: search.layout,
  features: search.has === null ? [] : [search.has],
  dates: dates.map(({ claim, ...date }) => ({
    ...date,
    claim: { ...claim, equipment: claim.equipment.map((line) => ({ ...line, spaceIndex: 0 })) },
  })),
});

/** Spaces that would never do, and why. */
const unfitFrom = (spaces: readonly KnownSpace[], wanted: PlaceWanted) =>
  spaces.flatMap(({ id, facts }) => {
    const why = unfitFor(facts, wanted);
    return why ? [{ spaceId: id, why }] : [];
  });

/** Every space that seats the people and has what is wanted, with the verdict over all dates, best first. */
export async function findPlaces(ctx: Context, search: PlaceSearch): Promise<Outcome<PlacesReply>> {
  const { db } = ctx;
  // The request form starts from the same minutes, so that both say the same.
  const input = asCheck(search, await siteBands(db));
  const house = await loadAskedOffice(ctx, db, input);
  const asked = datesAsked(input, house);
  if (!asked.ok) return asked;
  const { dates, inWords, notes } = asked.value;
  const spaces = await knownSpaces(db);
  const byId = new Map<number, KnownSpace>(spaces.map((space) => [space.id, space]));
  const wanted = wantedOf(search, dates);
  const facts = spaces.map((space) => space.facts);
  const candidates = candidatesFor(facts, wanted);
  const unfit = unfitFrom(spaces, wanted);
  const requester = await requesterOf(ctx, db);
  const searched: Searched = { ctx, candidates, wanted, side: sideOf(ctx), asked: { requester } };
  const verdicts = candidates.length && dates.length ? await verdictsOf(searched) : candidates.map(() => []);
  const familiar = await familiarTo(ctx);
  const answers = firstFamiliar(rankPlaces(candidates, verdicts, search.people), familiar);
  const sentences = await sentencesOf(searched, answers);
  const spaceOf = loaded('space', byId);
  const placeOf = (answer: (typeof answers)[number]) =>
    foundPlace(
      answer,
      spaceOf(answer.space.id),
      dates.length,
      familiarRank(familiar, answer.space.id),
      sentences.get(answer.position) ?? [],
    );
  return done({
    inWords,
    notes,
    unfit: unfit.map(({ spaceId, why }) => ({ spaceId, why: sayUnfit(why) })),
    unfitText: unfit.length ? sayUnfitSpaces(unfit.map(({ why }) => why)) : '',
    places: answers.map(placeOf),
    alsoOn: isFilled(dates) ? await alsoOn(ctx, dates[0], byId, house.tzid) : [],
  });
}
