import { byLoss, firstLoss, nearness, type DeskPlace } from '@/core/changes/what-is-lost';
import { findingsByDate } from '@/core/checks/check';
import { isConsentRefused, type Finding } from '@/core/checks/findings';
import type { WantedDate } from '@/core/checks/asked';
import type { OccurrenceId, RequestId, PersonId } from '@/core/ids';
import { occupiedOf } from '@/core/occupancy/bands';
import { NearWorld } from '@/core/alternatives/near-world';
import { earlier, addMinutes, type EpochMinute } from '@/core/time/epoch-minute';
import { addDays, dateOf, localDateTime } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import type { DeskLine, Handler } from '@/contracts/decisions/desk';
import { sayLoss } from '@/contracts/words/desk';
import { sinceText } from '@/contracts/words/when';
import type { SignedInContext } from '../../context/context';
import type { Reader } from '../../db/connection';
import { loadWorld } from '../../repositories/world/snapshot';
import { siteZone } from '../../repositories/world/space-facts';
import { requestLine } from '../requests/view/request-line';
import {
  askedFactsOf,
  hasProposal,
  hasWantedChange,
  isPast,
  loadClaimsAtRisk,
  loadDates,
  loadRequestsForOffice,
  type DateRow,
  type RequestRow,
} from '../../repositories/requests/request-rows';
import { loadPlaceNames, type PlaceNames } from '../../repositories/requests/place-names';
import { consentsTo, countVerdicts, judge, type DateVerdict } from '../checks/verdicts';
import { SEEN_OF_REQUESTS, SLEEPING_DATES } from './decide.queries';
import { given, groupBy, loaded, pairs } from '@/core/lists';

const DAY_MIN = 1440;

/** Later dates of a series without end that was decided before come back so long ahead. */
const COMES_BACK_DAYS = 42;

async function sleepingDates(reader: Reader, now: EpochMinute, tzid: string): Promise<Set<OccurrenceId>> {
  const limit = addDays(dateOf(toLocal(now, tzid)), COMES_BACK_DAYS);
  const rows = await reader.all(SLEEPING_DATES, { limit: localDateTime(`${addDays(limit, 1)}T00:00`) });
  return new Set(rows.map(({ id }) => id));
}

/** What is known of a request beside its dates. */
interface Seen {
  readonly handler: Handler | null;
  /** The longest notice of the services of its waiting dates, in days. */
  readonly serviceDays: number;
}

async function loadSeen(reader: Reader, ids: readonly RequestId[]): Promise<(id: RequestId) => Seen> {
  const { requests, templateDays } = await reader.value(SEEN_OF_REQUESTS, { ids });
  const requestOf = loaded('request', Object.entries(requests));
  return (id) => {
    const { handler, serviceDays } = requestOf(String(id));
    return { handler, serviceDays: Math.max(serviceDays, templateDays) };
  };
}

// Titles are not spoken on the list; a request's own page names what it collides with.
const SILENT = { say: () => '' };

const byRequest = (dates: readonly DateRow[]) => groupBy(dates, ({ requestId }) => requestId);

const occupiedFrom = ({ claim }: DateRow): EpochMinute =>
  claim.spaces
    .map((space) => occupiedOf(claim, space).start)
    .reduce(earlier, addMinutes(claim.event.start, -claim.accessMin));

const heldUntil = ({ live }: DateRow): EpochMinute | null =>
  live.find(({ status, kind }) => status === 'held' && kind !== 'fallback')?.holdUntil ?? null;

const rivalsIn = (found: readonly Finding[]): number =>
  Math.max(0, ...found.map(({ facts }) => (facts.rule === 'also-wanted' ? new Set(facts.by).size : 0)));

const approvableOf = (own: readonly DateRow[], verdicts: readonly DateVerdict[], kind: RequestRow['kind']) =>
  pairs(own, verdicts)
    .filter(
      ([date, { verdict }]) =>
        verdict === 'clear' &&
        !hasProposal(date) &&
        (kind !== 'office-chooses' || date.claim.spaces.length > 0),
    )
    .map(([{ id }]) => id);

/** What the lines of the desk are made from. */
interface Desk {
  readonly now: EpochMinute;
  readonly tzid: string;
  readonly me: PersonId;
  readonly names: PlaceNames;
  readonly seenOf: Awaited<ReturnType<typeof loadSeen>>;
  readonly risky: Awaited<ReturnType<typeof loadClaimsAtRisk>>;
  readonly datesOf: ReadonlyMap<RequestId, readonly DateRow[]>;
  readonly waitingOf: ReadonlyMap<RequestId, readonly DateRow[]>;
  /** Null where nothing waits. */
  readonly world: NearWorld | null;
  readonly consents: ReturnType<typeof findingsByDate>;
}

const wantedOf = (date: DateRow): WantedDate => ({ key: String(date.id), claim: date.claim });

async function loadDesk(ctx: SignedInContext, requests: readonly RequestRow[]): Promise<Desk> {
  const { db, viewer } = ctx;
  const now = ctx.clock.now();
  const ids = requests.map(({ id }) => id);
  const tzid = await siteZone(db);
  const [dates, asleep, risky, names, seenOf] = await Promise.all([
    loadDates(db, ids),
    sleepingDates(db, now, tzid),
    loadClaimsAtRisk(db),
    loadPlaceNames(db),
    loadSeen(db, ids),
  ]);
  const waiting = dates.filter((date) => date.state === 'waiting' && !asleep.has(date.id));
  // One world for all: every request is then checked alone, in memory, against what is near its dates.
  const keyed = waiting.map(wantedOf);
  const audiences = [...new Set(requests.flatMap(({ audiences: all }) => all))];
  const world = keyed.length
    ? new NearWorld(await loadWorld(db, keyed, { audiences, withWaiting: true }), [])
    : null;
  const claims = waiting.map(({ claimId }) => claimId);
  const consents = findingsByDate(keyed, await consentsTo(db, viewer, keyed, claims));
  const [datesOf, waitingOf] = [byRequest(dates), byRequest(waiting)];
  return { now, tzid, me: viewer.personId, names, seenOf, risky, datesOf, waitingOf, world, consents };
}

/** What is found against the waiting dates of a request. */
function findingsOf(
  { world, consents, now }: Desk,
  request: RequestRow,
  own: readonly DateRow[],
): readonly Finding[] {
  if (!world) return [];
  // What is held or wanted for its own waiting dates is not in its way.
  const except = new Set(own.flatMap(({ live }) => live.map(({ id }) => id)));
  return [
    ...world.checkApart(own.map(wantedOf), { ...askedFactsOf(request), now }, except),
    ...own.flatMap(({ id }) => given('the consents of a date', consents.get(String(id)))),
  ];
}

interface PlacedLine {
  readonly place: DeskPlace;
  readonly line: DeskLine;
}

/** What is lost by waiting on, and when; null where nothing is. */
const lossOf = (desk: Desk, request: RequestRow, open: readonly DateRow[]) =>
  firstLoss(
    open.map((date) => ({
      occupiedFrom: occupiedFrom(date),
      noticeMin: desk.seenOf(request.id).serviceDays * DAY_MIN,
      heldUntil: heldUntil(date),
    })),
  );

/** How many dates have which verdict, wait for a change, or are at risk. */
const countsOf = (
  all: readonly DateRow[],
  own: readonly DateRow[],
  verdicts: readonly DateVerdict[],
  isAtRisk: (date: DateRow) => boolean,
) => ({
  verdicts: countVerdicts(
    pairs(own, verdicts).flatMap(([date, verdict]) => (hasProposal(date) ? [] : [verdict])),
  ),
  changesWanted: all.filter(hasWantedChange).length,
  atRisk: all.filter(isAtRisk).length,
});

const buildingsOf = ({ claim }: DateRow, names: PlaceNames): string[] => [
  ...new Set(claim.spaces.map(({ spaceId }) => names.spaceOf(spaceId).building)),
];

/** A request on the desk, and where it stands there; null where it does not. */
function lineOf(desk: Desk, request: RequestRow): PlacedLine | null {
  const { now, tzid, names } = desk;
  const all = desk.datesOf.get(request.id) ?? [];
  const own = desk.waitingOf.get(request.id) ?? [];
  const waits = new Set(own.map(({ id }) => id));
  const isAtRisk = (date: DateRow) =>
    desk.risky.has(date.claimId) && date.state === 'approved' && !isPast(date, now);
  const [first] = all.filter((date) => waits.has(date.id) || hasWantedChange(date) || isAtRisk(date));
  if (!first) return null;
  const found = findingsOf(desk, request, own);
  const verdicts = judge(own.map(wantedOf), found, 'office', SILENT);
  const { handler } = desk.seenOf(request.id);
  const open = own.filter((date) => !isPast(date, now));
  const loss = lossOf(desk, request, open);
  const isAnswerAwaited = own.length > 0 && (request.isQuestionOpen === 1 || own.every(hasProposal));
  const at = loss?.at ?? occupiedFrom(first);
  const place: DeskPlace = { loss: at, rivals: rivalsIn(found), askedAt: request.askedMin, isAnswerAwaited };
  const counts = countsOf(all, own, verdicts, isAtRisk);
  const ids = new Set(open.map(({ id }) => id));
  return {
    place,
    line: {
      ...requestLine(request, all, first, now, names, counts),
      version: request.version,
      clear: approvableOf(own, verdicts, request.kind).filter((id) => ids.has(id)),
      offered: own.filter(hasProposal).length,
      consentRefused: verdicts.filter(({ findings }) => isConsentRefused(findings)).length,
      loss: loss && sayLoss(loss, now, tzid),
      step: nearness(place.loss, now),
      rivals: place.rivals,
      askedText: sinceText(request.askedMin, now),
      askedMin: request.askedMin,
      beginsMin: occupiedFrom(first),
      handler,
      isMine: handler?.id === desk.me,
      isAnswerAwaited,
      buildings: buildingsOf(first, names),
    },
  };
}

/** What waits for the office or needs looking at, in order of what is lost by waiting. */
export async function deskLines(ctx: SignedInContext): Promise<DeskLine[]> {
  const requests = await loadRequestsForOffice(ctx.db);
  const desk = await loadDesk(ctx, requests);
  const order = byLoss(desk.now);
  return requests
    .flatMap((request) => lineOf(desk, request) ?? [])
    .sort((a, b) => order(a.place, b.place))
    .map(({ line }) => line);
}
