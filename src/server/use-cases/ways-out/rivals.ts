import type { ClaimId, RequestId } from '@/core/ids';
import { NearWorld } from '@/core/remedies/near-world';
import type { DateInTrouble, Search } from '@/core/remedies/of-date';
import { serveBoth, type Contender } from '@/core/remedies/serve-both';
import type { RivalWaysOut } from '@/contracts/ways-out';
import { spanText } from '@/contracts/words/when';
import type { Context } from '../../context';
import { loadDates, loadRequest, type DateRow, type RequestRow } from '../request-rows';
import type { Looked } from './find-ways-out';
import { worldAround } from './near';
import { lookAt } from './of-request';
import { tellRemedies, type Teller } from './tell';

/** Rivals that are looked at for one request. */
const MOST_RIVALS = 6;

const RIVAL = `SELECT r.ref AS ref, o.id AS occurrence FROM claim c JOIN occurrence o ON o.id = c.occurrence_id JOIN request r ON r.id = o.request_id
  WHERE c.id = $claim`;

interface Rival {
  readonly request: RequestRow;
  readonly date: DateRow;
}

async function loadRival(ctx: Context, claim: ClaimId): Promise<Rival | null> {
  const [row] = await ctx.db.rows<{ ref: string; occurrence: number }>(RIVAL, { claim });
  const request = row ? await loadRequest(ctx.db, row.ref) : null;
  const date = request && (await loadDates(ctx.db, [request.id])).find(({ id }) => id === row!.occurrence);
  return request && date ? { request, date } : null;
}

/** Claims that wait for the same place as a date does. */
const waitingFor = ({ findings }: DateInTrouble): readonly ClaimId[] =>
  findings.flatMap(({ facts }) => (facts.rule === 'also-wanted' ? facts.by : []));

function sentenceOf(
  moves: 'first' | 'second' | null,
  title: string,
  found: { readonly ours: number; readonly theirs: number },
): string {
  if (moves === null)
    return `Only one of them can be served near what was asked for: this date or “${title}”.`;
  const mover = moves === 'first' ? 'this date moves' : `“${title}” moves`;
  return found.ours && found.theirs
    ? `Both can be served, whichever of them moves; least changes where ${mover}.`
    : `Both can be served where ${mover}.`;
}

/**
 * For the office: of every date for whose place somebody else waits too, what each could have if the other got it.
 */
export async function* rivalsOf(
  ctx: Context,
  looked: Looked,
  search: Search,
  teller: Teller,
): AsyncGenerator<RivalWaysOut> {
  if (looked.side !== 'office' || !looked.occurrences.size) return;
  let left = MOST_RIVALS;
  for (const ours of looked.dates) {
    if (looked.picked && !looked.picked.has(ours.date.key)) continue;
    for (const claim of waitingFor(ours)) {
      if (left === 0) return;
      left -= 1;
      const rival = await loadRival(ctx, claim);
      if (rival) yield await compare(ctx, looked, ours, rival, search, teller);
    }
  }
}

async function compare(
  ctx: Context,
  looked: Looked,
  ours: DateInTrouble,
  rival: Rival,
  search: Search,
  teller: Teller,
): Promise<RivalWaysOut> {
  const their = await lookAt(ctx, rival.request, [rival.date], 'office');
  const theirs = their.dates[0]!;
  // Each is looked at without what either has now: both are still to be decided.
  const except = [...looked.except, ...their.except];
  const around = (of: DateInTrouble, asked: Looked['asked']) =>
    worldAround(ctx.db, [of], new Set([of.date.key]), search.bounds, {
      ...asked,
      audiences: asked.audiences ?? [],
      except,
      withWaiting: false,
    });
  const contender = async (
    one: DateInTrouble,
    asked: Looked['asked'],
    requestId: RequestId,
    siblings: readonly DateInTrouble[],
    claimId: ClaimId,
  ): Promise<Contender> => {
    const world = await around(one, asked);
    const own = siblings.map(({ date }) => date);
    return {
      ...one,
      claimId,
      requestId,
      siblings: own,
      search: { ...search, asked, near: new NearWorld(world, own) },
    };
  };
  const first = await contender(ours, looked.asked, looked.asked.requestId!, looked.dates, looked.except[0]!);
  const second = await contender(theirs, their.asked, rival.request.id, their.dates, rival.date.claimId);
  const both = serveBoth(first, second);
  const { request, date } = rival;
  return {
    key: ours.date.key,
    occurrence: looked.occurrences.get(ours.date.key)!,
    rival: {
      reference: request.ref,
      version: request.version,
      occurrence: date.id,
      title: request.title,
      when: spanText(date.startLocal, date.endLocal),
    },
    theirs: await tellRemedies(both.second.best.slice(0, 3), { ...teller, near: second.search.near }),
    ours: await tellRemedies(both.first.best.slice(0, 3), { ...teller, near: first.search.near }),
    sentence: sentenceOf(both.moves, request.title, {
      ours: both.first.best.length,
      theirs: both.second.best.length,
    }),
  };
}
