import { checkDates } from '@/core/checks/check';
import { countStates } from '@/core/changes/request-state';
import type { AskedFacts, WantedDate } from '@/core/checks/findings';
import type { ClaimId, OccurrenceId } from '@/core/ids';
import { addDays, dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import type { WorldSnapshot } from '@/core/occupancy/world';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { RequestLine, RequestView } from '@/contracts/request-view';
import { done, refuse, type Outcome } from '@/contracts/refusal';
import { sayRequestState } from '@/contracts/words/states';
import { countText, spanText } from '@/contracts/words/when';
import type { Context } from '../../context';
import type { Reader } from '../../db/connection';
import { loadWorld } from '../../db/snapshot';
import { siteZone } from '../../db/space-facts';
import {
  audiencesOf,
  hasWantedChange,
  isPast,
  loadClaimsAtRisk,
  loadDates,
  loadRequest,
  loadRequestsForOffice,
  type DateRow,
  type RequestRow,
} from '../request-rows';
import { loadPlaceNames, placesOf, requestView, whenTextOf } from '../request-view';
import { countVerdicts, judge } from '../verdicts';

const DAY_MIN = 1440;

/** `in 3 days`, `in 5 hours`, `begun`. */
function untilText(start: EpochMinute, now: EpochMinute): string {
  const minutes = start - now;
  if (minutes <= 0) return 'begun';
  if (minutes < DAY_MIN) return `in ${countText(Math.max(1, Math.floor(minutes / 60)), 'hour', 'hours')}`;
  return `in ${countText(Math.floor(minutes / DAY_MIN), 'day', 'days')}`;
}

/** Later dates of a series without end that was decided before come back so long ahead. */
const COMES_BACK_DAYS = 42;

async function sleepingDates(reader: Reader, now: EpochMinute): Promise<Set<OccurrenceId>> {
  const limit = addDays(dateOf(toLocal(now, await siteZone(reader))), COMES_BACK_DAYS);
  const rows = await reader.rows<{ id: OccurrenceId }>(
    `SELECT o.id FROM segment g JOIN occurrence o ON o.segment_id = g.id AND o.state = 'waiting'
     WHERE g.endless = 1 AND g.decided_until >= substr(g.start_local, 1, 10) AND o.recurrence_local > $limit AND o.recurrence_local > g.decided_until`,
    { limit: `${limit}T24:00` },
  );
  return new Set(rows.map(({ id }) => id));
}

// Titles are not spoken on the list; a request's own page names what it collides with.
const SILENT = { say: () => '' };

/** What waits for the office or is at risk, the event that comes first on top: it loses most by waiting. */
export async function desk(ctx: Context): Promise<RequestLine[]> {
  const { db } = ctx;
  const requests = await loadRequestsForOffice(db);
  const dates = await loadDates(
    db,
    requests.map(({ id }) => id),
  );
  const now = ctx.clock.now();
  const asleep = await sleepingDates(db, now);
  const waiting = dates.filter(({ id, state }) => state === 'waiting' && !asleep.has(id));
  const risky = await loadClaimsAtRisk(db);
  const isAtRisk = (date: DateRow) =>
    risky.has(date.claimId) && date.state === 'approved' && !isPast(date, now);
  const waits = new Set(waiting.map(({ id }) => id));
  const due = dates.filter((date) => waits.has(date.id) || hasWantedChange(date) || isAtRisk(date));
  // One world for all: every request is then checked alone, in memory.
  const keyed: WantedDate[] = waiting.map((date) => ({ key: String(date.id), claim: date.claim }));
  const world = keyed.length
    ? await loadWorld(db, keyed, { audiences: [...new Set(requests.flatMap(({ audiences }) => audiences))] })
    : null;
  const names = await loadPlaceNames(db);

  const line = (request: RequestRow): { start: number; line: RequestLine }[] => {
    const [first] = due.filter(({ requestId }) => requestId === request.id);
    if (!first) return [];
    const all = dates.filter(({ requestId }) => requestId === request.id);
    const own = waiting.filter(({ requestId }) => requestId === request.id);
    const wanted = own.map((date) => ({ key: String(date.id), claim: date.claim }));
    const found = world ? checkDates(wanted, withoutOwn(world, own), factsOf(request)) : [];
    const verdicts = judge(wanted, found, 'office', SILENT);
    const calls = {
      verdicts: countVerdicts(verdicts),
      changesWanted: all.filter(hasWantedChange).length,
      atRisk: all.filter(isAtRisk).length,
    };
    return [{ start: first.claim.event.start, line: lineOf(request, all, first, now, names, calls) }];
  };
  return requests
    .flatMap(line)
    .sort((a, b) => a.start - b.start)
    .map((each) => each.line);
}

/** The world as a request sees it: what is held for its own waiting dates is not in its way. */
function withoutOwn(world: WorldSnapshot, own: readonly DateRow[]): WorldSnapshot {
  const held = new Set(
    own.flatMap(({ live }) => live.filter(({ status }) => status === 'held').map(({ id }) => id)),
  );
  if (!held.size) return world;
  const isOther = ({ claimId }: { claimId: ClaimId }) => !held.has(claimId);
  return { ...world, busy: world.busy.filter(isOther), uses: world.uses.filter(isOther) };
}

const factsOf = (request: RequestRow): AskedFacts => ({
  requestId: request.id,
  audiences: audiencesOf(request),
});

export function lineOf(
  request: RequestRow,
  dates: readonly DateRow[],
  next: DateRow,
  now: EpochMinute,
  names: Awaited<ReturnType<typeof loadPlaceNames>>,
  calls: Pick<RequestLine, 'verdicts' | 'changesWanted' | 'atRisk'>,
): RequestLine {
  return {
    reference: request.ref,
    title: request.title,
    mark: request.mark,
    hue: request.hue,
    category: request.category,
    host: request.host,
    requester: request.requester,
    people: request.people,
    places: placesOf(next, names),
    stateText: sayRequestState(countStates(dates.map(({ state }) => state))),
    whenText: whenTextOf(request, dates.length),
    nextText: spanText(next.startLocal, next.endLocal),
    waitText: untilText(next.claim.event.start, now),
    ...calls,
  };
}

/** One request as the office decides it. */
export async function deskRequest(ctx: Context, ref: string): Promise<Outcome<RequestView>> {
  const request = await loadRequest(ctx.db, ref);
  if (!request) return refuse({ code: 'not-found', what: 'request with this reference' });
  return done(await requestView(ctx, request, 'manager', 'office'));
}
