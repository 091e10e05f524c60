import {
  candidatesFor,
  searchPlaces,
  wantedSpaceOf,
  type PlaceAnswer,
  type PlaceWanted,
} from '@/core/checks/place-search';
import type { WantedDate } from '@/core/checks/findings';
import type { SpaceId } from '@/core/ids';
import { overlaps } from '@/core/time/epoch-minute';
import { timeOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { datesAsked, type AskedDate } from '@/contracts/asked-dates';
import type { BookingTuple } from '@/contracts/board';
import type { CheckInput } from '@/contracts/ask';
import type { FoundPlace, PlaceSearch, PlacesReply } from '@/contracts/places';
import { done, type Outcome } from '@/contracts/refusal';
import { familiarRank, type Familiar } from '@/contracts/own';
import { LAYOUT_WORDS } from '@/contracts/words/findings';
import type { Context } from '../../context';
import { loadWorld } from '../../db/snapshot';
import { loadSpaceFacts } from '../../db/space-facts';
import { loadAskedHouse } from '../ask/ask-house';
import { sideOf } from '../ask/check-request';
import { askChoices } from '../ask/choices';
import { askerOf, speakerFor, type FindingSpeaker } from '../verdicts';
import { familiarTo } from '../own/familiar';
import { boardRowsText } from './board-span';
import { loadBoardSpaces, type BoardSpaceRow } from './board-spaces';

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
  equipment: type === null ? [] : [{ typeId: type, quantity }],
  publish: false,
});

function foundPlace(
  answer: PlaceAnswer,
  space: BoardSpaceRow,
  dates: number,
  familiar: Familiar,
  speaker: FindingSpeaker,
): FoundPlace {
  const { offer, spareSeats, verdict, count, findings } = answer;
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
    look: count.look,
    dates,
    familiar: familiarRank(familiar, space.id),
    sentences: findings.slice(0, MOST_SENTENCES).map((finding) => speaker.say(finding)),
  };
}

/** Among those that answer equally well what is pinned comes first, then what one used before. */
function firstFamiliar(places: readonly FoundPlace[]): FoundPlace[] {
  const answer = ({ verdict, clear, look }: FoundPlace) => `${verdict} ${clear} ${look}`;
  // The places come best first: equals stand together, and stay in order where they are equally familiar.
  const ranks = new Map(
    [...new Set(places.map(answer))].map((each, index): [string, number] => [each, index]),
  );
  return [...places].sort((a, b) => ranks.get(answer(a))! - ranks.get(answer(b))! || a.familiar - b.familiar);
}

/** Titles that overlap the event, by building; what the viewer may not know is left out. */
async function alsoOn(
  ctx: Context,
  { claim: { event } }: AskedDate,
  spaces: ReadonlyMap<number, BoardSpaceRow>,
  tzid: string,
): Promise<PlacesReply['alsoOn']> {
  const { bookings } = await boardRowsText(ctx.db, ctx.viewer, event);
  const found = new Map<string, string[]>();
  for (const [, spaceId, state, , , , , start, end, , , , , title] of JSON.parse(
    bookings,
  ) as BookingTuple[]) {
    const space = spaces.get(spaceId);
    if (state !== 0 || !space || title === null || !overlaps({ start: start!, end: end! }, event)) continue;
    const clock = (at: typeof event.start) => timeOf(toLocal(at, tzid));
    const line = `${title}, ${clock(start!)}–${clock(end!)}, ${space.name}`;
    found.set(space.building, [...(found.get(space.building) ?? []), line]);
  }
  return [...found].map(([building, events]) => ({ building, events: events.sort() }));
}

/**
 * Every space that seats the people and has what is wanted, with the verdict over all dates, best first. One world for
 * all of them; each is then checked alone, in memory.
 */
export async function findPlaces(ctx: Context, search: PlaceSearch): Promise<Outcome<PlacesReply>> {
  const { db, viewer } = ctx;
  // The request form starts from the same minutes, so that both say the same.
  const { accessMin, exitMin } = await askChoices(ctx);
  const input = asCheck(search, { accessMin, exitMin });
  const house = await loadAskedHouse(ctx, db, input);
  const asked = datesAsked(input, house);
  if (!asked.ok) return asked;
  const { dates, inWords, notes } = asked.value;
  const rows = await loadBoardSpaces(db);
  const byId = new Map<number, BoardSpaceRow>(rows.map((row) => [row.id, row]));
  const facts = await loadSpaceFacts(
    db,
    rows.map(({ id }) => id),
  );
  const position = new Map<SpaceId, number>(rows.map(({ id }, index) => [id, index]));
  const wanted: PlaceWanted = {
    people: search.people,
    layout: search.layout,
    features: search.has === null ? [] : [search.has],
    dates: dates.map(({ claim, ...date }) => ({
      ...date,
      claim: { ...claim, equipment: claim.equipment.map((line) => ({ ...line, spaceIndex: 0 })) },
    })),
  };
  const candidates = candidatesFor(
    [...facts].sort((a, b) => position.get(a.id)! - position.get(b.id)!),
    wanted,
  );
  const all: WantedDate[] = wanted.dates.map((date) => ({
    ...date,
    claim: { ...date.claim, spaces: candidates.map((each) => wantedSpaceOf(each, search.people)) },
  }));
  const world = candidates.length ? await loadWorld(db, all) : null;
  const side = sideOf(ctx);
  const answers = world
    ? searchPlaces(candidates, wanted, world, side, { asker: await askerOf(ctx, db) })
    : [];
  const speaker = world
    ? await speakerFor(
        db,
        viewer,
        world,
        answers.flatMap(({ findings }) => findings),
        side,
      )
    : null;
  const familiar = await familiarTo(ctx);
  return done({
    inWords,
    notes,
    unfit: rows.length - candidates.length,
    places: firstFamiliar(
      answers.map((answer) =>
        foundPlace(answer, byId.get(answer.space.id)!, dates.length, familiar, speaker!),
      ),
    ),
    alsoOn: dates.length ? await alsoOn(ctx, dates[0]!, byId, house.tzid) : [],
  });
}
