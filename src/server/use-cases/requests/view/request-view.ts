import { t } from '@/contracts/language/translate';
import type { ClaimKind } from '@/core/changes/plan-date';
import { whenNow } from '@/core/changes/request-now';
import { countStates } from '@/core/changes/request-state';
import { possibleActions, type ActingSide } from '@/core/changes/transitions';
import { isConsentRefused, needingReason, unapprovable } from '@/core/checks/findings';
import type { Side } from '@/core/checks/rules/rule';
import { bandMinutesOf, bandsOf } from '@/core/occupancy/bands';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { DateView, RequestView, SpaceLine } from '@/contracts/requests/request-view';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { sayRequestState, sayWhatIsNext, STATE_WORDS } from '@/contracts/words/states';
import { sayWhenNow } from '@/contracts/words/request-when';
import { momentText, spanText, spanTextIn } from '@/contracts/words/when';
import type { Context } from '../../../context/context';
import { loadPlaceNames, placesOf, type PlaceNames } from '../../../repositories/requests/place-names';
import {
  askedFactsOf,
  checkKeyOf,
  hasProposal,
  isPast,
  loadDates,
  type DateRow,
  type RequestRow,
} from '../../../repositories/requests/request-rows';
import { undoableChanges } from '../change/undoable';
import { consentsOf } from '../consent/consents-of';
import { drawnDate } from '../../checks/drawn-date';
import { readersWaitUntil } from '../../../effects/publishing/readers-wait';
import { requestDetails } from '../../../repositories/requests/request-details';
import { risksByClaim } from '../../risks/risks-by-claim';
import { historyOf } from '../../../repositories/requests/since';
import { messagesOf } from '../talk/messages';
import { whatIsNext } from '../../../repositories/requests/what-is-next';
import { checkAgainstWorld, type DateVerdict } from '../../checks/verdicts';
import type { OccurrenceId } from '@/core/ids';
import { pairs, at } from '@/core/lists';

/** When a request takes place, in words: the only place that says it. */
export const whenTextOf = ({ segments }: RequestRow, dates: readonly DateRow[]): string =>
  sayWhenNow(whenNow(segments, dates));

/** A request's state in words. */
export const stateTextOf = (request: RequestRow, dates: readonly DateRow[]): string =>
  sayRequestState({
    counts: countStates(dates.map(({ state }) => state)),
    offered: dates.filter((date) => date.state === 'waiting' && hasProposal(date)).length,
    isQuestionOpen: request.isQuestionOpen === 1,
  });

/** Until when what is held for the date is held: what was asked for, or what is proposed instead. */
function holdText({ live }: DateRow, tzid: string): string | null {
  const held = live.find(({ status, kind }) => status === 'held' && kind !== 'fallback');
  return typeof held?.holdUntil === 'number' ? momentText(held.holdUntil, tzid) : null;
}

/** Another place or time that is proposed, or asked for, beside where the date stands. */
function besideText({ live }: DateRow, kind: ClaimKind, names: PlaceNames, tzid: string): string | null {
  const claim = live.find((each) => each.kind === kind && !each.isStanding);
  if (!claim) return null;
  const until = claim.holdUntil === null ? '' : t`, held until ${momentText(claim.holdUntil, tzid)}`;
  return `${spanText(claim.startLocal, claim.endLocal)}, ${placesOf({ claim: claim.content }, names)}${until}`;
}

/** Where it can be indoors instead; null where nothing is kept for that. */
function fallbackOf({ live, claim }: DateRow, names: PlaceNames): DateView['fallback'] {
  const kept = live.find(({ kind }) => kind === 'fallback');
  if (!kept) return null;
  const swaps = kept.content.spaces.flatMap(({ spaceId, layout }, index) => {
    const from = claim.spaces[index]?.spaceId;
    return from === undefined || from === spaceId ? [] : [{ from, to: spaceId, layout }];
  });
  return { places: placesOf({ claim: kept.content }, names), swaps };
}

/** What is said of a date: that it is at risk, and what is found against it as long as nothing else is offered. */
const sentencesOf = (
  risks: readonly string[],
  verdict: DateVerdict | undefined,
  isOffered: boolean,
): DateView['findings'] => [
  ...risks.map((sentence) => ({ rule: 'at-risk', severity: 'warns' as const, sentence })),
  ...(isOffered ? [] : (verdict?.sentences ?? [])),
];

function dateView(
  date: DateRow,
  now: EpochMinute,
  side: ActingSide,
  names: PlaceNames,
  tzid: string,
  verdict: DateVerdict | undefined,
  risks: readonly string[],
  isDrawn: boolean,
): DateView {
  const past = isPast(date, now);
  const found = verdict?.findings ?? [];
  const isOffered = date.state === 'waiting' && hasProposal(date);
  return {
    id: date.id,
    startLocal: date.startLocal,
    endLocal: date.endLocal,
    when: spanTextIn(date.startLocal, date.endLocal, tzid),
    places: placesOf(date, names),
    state: date.state,
    stateWord: past && date.state === 'approved' ? t`over` : STATE_WORDS[date.state],
    isPast: past,
    reason: date.reason,
    verdict: isOffered ? null : (verdict?.verdict ?? null),
    findings: sentencesOf(risks, verdict, isOffered),
    isAtRisk: risks.length > 0,
    isHeld: date.standing.status === 'held',
    holdUntilText: holdText(date, tzid),
    proposal: besideText(date, 'proposal', names, tzid),
    change: besideText(date, 'change', names, tzid),
    fallback: fallbackOf(date, names),
    outdoors: date.claim.spaces.flatMap(({ spaceId }) => (names.spaceOf(spaceId).isOutdoor ? [spaceId] : [])),
    needsReason: needingReason(found).length > 0,
    isUnapprovable: unapprovable(found).length > 0,
    isConsentRefused: isConsentRefused(found),
    actions: possibleActions(date.state, side, past),
    drawn: isDrawn ? drawnDate({ ...date, content: date.claim }, (id) => names.spaceOf(id).name) : null,
  };
}

/** What those who look after it may still answer about: dates that wait, and changes wanted of booked ones. */
const awaitingConsent = (dates: readonly DateRow[]) =>
  dates.flatMap(({ state, standing, live }) =>
    state === 'waiting'
      ? [standing]
      : live.filter(({ kind, isStanding }) => kind === 'change' && !isStanding),
  );

const spaceLines = ({ claim }: DateRow, names: PlaceNames): SpaceLine[] =>
  claim.spaces.map((space) => ({
    id: space.spaceId,
    ...names.spaceOf(space.spaceId),
    layout: LAYOUT_WORDS[space.layout],
    layoutKind: space.layout,
    people: space.people,
    wheelchairs: space.wheelchairs ?? 0,
    bands: bandsOf(claim.event, bandMinutesOf(claim, space)),
  }));

const equipmentLines = ({ claim }: DateRow, names: PlaceNames): RequestView['equipment'] =>
  claim.equipment.map(({ typeId, quantity }) => ({ name: names.equipmentOf(typeId), quantity }));

/** The dates that wait, each checked against the world as it is now. */
async function verdictsOf(
  { db, viewer, clock }: Context,
  request: RequestRow,
  dates: readonly DateRow[],
  side: Side,
): Promise<ReadonlyMap<OccurrenceId, DateVerdict>> {
  const waiting = dates.filter(({ state }) => state === 'waiting');
  if (!waiting.length) return new Map();
  const wanted = waiting.map((date) => ({ key: checkKeyOf(date), claim: date.claim }));
  const verdicts = await checkAgainstWorld(db, viewer, wanted, {
    side,
    consentTo: waiting.map(({ claimId }) => claimId),
    except: waiting.flatMap(({ live }) => live.map(({ id }) => id)),
    ...askedFactsOf(request),
    now: clock.now(),
    isEndless: request.endless === 1,
  });
  return new Map(pairs(waiting, verdicts).map(([{ id }, verdict]) => [id, verdict]));
}

/** What was done to it, and which of that the viewer may take back. */
async function historyFor({ db, viewer, clock }: Context, { id, tzid }: RequestRow) {
  const undoable = await undoableChanges(db, id, viewer, clock.now());
  const history = await historyOf(db, id, tzid);
  return history.map((entry) => ({ ...entry, canBeUndone: undoable.has(entry.changeSet) }));
}

/** What stands in the request itself. */
const wordsOf = (request: RequestRow) => ({
  reference: request.ref,
  version: request.version,
  tzid: request.tzid,
  title: request.title,
  rrule: request.rrule,
  category: { name: request.category, mark: request.mark, hue: request.hue },
  host: request.host,
  requester: { name: request.requester, email: request.requesterEmail },
  people: request.people,
  publicText: request.publicText,
  publish: request.publish,
  otherSpaceOk: request.otherSpaceOk === 1,
});

/** Dates of one request that come with their drawing. */
const MOST_DATES_DRAWN = 120;

/** Everything about a request, with the dates that wait checked against the world as it is now. */
export async function requestView(
  ctx: Context,
  request: RequestRow,
  acting: ActingSide,
  side: Side,
): Promise<RequestView> {
  const { db } = ctx;
  const now = ctx.clock.now();
  const { tzid } = request;
  const isTheirs = acting !== 'somebody-else';
  const dates = await loadDates(db, [request.id]);
  const verdicts = await verdictsOf(ctx, request, dates, side);
  const names = await loadPlaceNames(db);
  const risks = await risksByClaim(ctx, side);
  const first = at(dates, 0);
  const readersFrom = await readersWaitUntil(db, request.id);
  const risksOf = ({ claimId }: DateRow) => risks.get(claimId) ?? [];
  return {
    ...(await requestDetails(db, request, isTheirs)),
    ...wordsOf(request),
    stateText: stateTextOf(request, dates),
    whenText: whenTextOf(request, dates),
    accessMin: first.claim.accessMin,
    exitMin: first.claim.exitMin,
    spaces: spaceLines(first, names),
    equipment: equipmentLines(first, names),
    dates: dates.map((date, index) => {
      const isDrawn = isTheirs && index < MOST_DATES_DRAWN;
      return dateView(date, now, acting, names, tzid, verdicts.get(date.id), risksOf(date), isDrawn);
    }),
    messages: ctx.viewer ? await messagesOf(db, ctx.viewer, request, tzid) : [],
    mayWrite: isTheirs,
    consents: side === 'office' ? await consentsOf(db, request.id, awaitingConsent(dates), names, tzid) : [],
    readersFromText: readersFrom === null || !request.publish ? null : momentText(readersFrom, tzid),
    nextText: sayWhatIsNext(whatIsNext(dates, now)),
    history: await historyFor(ctx, request),
  };
}
