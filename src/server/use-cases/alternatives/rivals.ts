import { t } from '@/contracts/language/translate';
import type { ClaimId } from '@/core/ids';
import { NearWorld } from '@/core/alternatives/near-world';
import type { DateInTrouble, Search } from '@/core/alternatives/of-date';
import { serveBoth, type Contender } from '@/core/alternatives/serve-both';
import { serveAll } from '@/core/alternatives/serve-all';
import { toPatchBody } from '@/contracts/requests/patch-body';
import type {
  RivalAlternatives,
  SharedAlternatives,
  AlternativesLine,
} from '@/contracts/alternatives/alternatives';
import { sayBoth, sayPlacement, sayShared } from '@/contracts/words/alternatives';
import { countText, momentText, spanText } from '@/contracts/words/when';
import type { Context } from '../../context/context';
import {
  loadDates,
  loadRequest,
  type DateRow,
  type RequestRow,
} from '../../repositories/requests/request-rows';
import type { Looked } from './looked';
import { worldAround } from './near';
import { lookAt } from './of-request';
import { drawnDate } from '../checks/drawn-date';
import { tellAlternatives, type Teller } from './tell';
import { RIVALS_OF_CLAIM } from './alternatives.queries';
import { loaded, at, pairs } from '@/core/lists';

/** Rivals that are looked at for one request. */
const MOST_RIVALS = 6;
/** Alternatives that are told of each side. */
const MOST_TOLD = 3;

interface Rival {
  readonly request: RequestRow;
  readonly date: DateRow;
}

/** Who waits with a claim; null for a booking that only wants to be otherwise, which stands elsewhere meanwhile. */
async function loadRival(ctx: Context, claim: ClaimId): Promise<Rival | null> {
  const [row] = await ctx.db.all(RIVALS_OF_CLAIM, { claim });
  const request = row && (await loadRequest(ctx.db, row.ref));
  const date = request && (await loadDates(ctx.db, [request.id])).find(({ id }) => id === row.occurrence);
  return request && date ? { request, date } : null;
}

/** Claims that wait for the same place as a date does. */
const waitingFor = ({ findings }: DateInTrouble): readonly ClaimId[] =>
  findings.flatMap(({ facts }) => (facts.rule === 'also-wanted' ? facts.by : []));

/** One of those who want a place, with its request. */
interface Wanting {
  readonly contender: Contender;
  readonly reference: string;
  readonly version: number;
  readonly title: string;
  readonly facts: string;
  readonly occurrence: number;
}

class Rivalry {
  constructor(
    private readonly ctx: Context,
    private readonly looked: Looked,
    private readonly request: RequestRow,
    private readonly search: Search,
    private readonly teller: Teller,
  ) {}

  /** A date as it would be decided beside others: nothing of what any of them has now stands in its way. */
  private async wanting(
    request: RequestRow,
    date: DateInTrouble,
    of: Pick<Looked, 'asked' | 'dates'>,
    except: readonly ClaimId[],
    claimId: ClaimId,
    occurrence: number,
  ): Promise<Wanting> {
    const { asked, dates } = of;
    const siblings = dates.map((each) => each.date);
    const world = await worldAround(this.ctx.db, [date], new Set([date.date.key]), this.search.bounds, {
      ...asked,
      audiences: asked.audiences ?? [],
      except,
      withWaiting: false,
    });
    const search = { ...this.search, asked, near: new NearWorld(world, siblings) };
    const contender = { ...date, claimId, requestId: request.id, siblings, search };
    return {
      contender,
      reference: request.ref,
      version: request.version,
      title: request.title,
      facts: t`${request.host}, ${countText(request.people, 'person', 'people')}, asked ${momentText(request.askedMin, request.tzid)}`,
      occurrence,
    };
  }

  /** This date and those who wait for its place, at most so many. */
  async contenders(ours: DateInTrouble, most: number): Promise<Wanting[]> {
    const rivals = [];
    for (const claim of waitingFor(ours).slice(0, most)) {
      const rival = await loadRival(this.ctx, claim);
      if (rival)
        rivals.push({ ...rival, looked: await lookAt(this.ctx, rival.request, [rival.date], 'office') });
    }
    if (!rivals.length) return [];
    const except = [...this.looked.except, ...rivals.flatMap(({ looked }) => looked.except)];
    const { key } = ours.date;
    const occurrence = loaded('date', this.looked.occurrences)(key);
    const claim = loaded('the claim of', this.looked.claims)(key);
    const found = [await this.wanting(this.request, ours, this.looked, except, claim, occurrence)];
    for (const { request, date, looked } of rivals)
      found.push(await this.wanting(request, at(looked.dates, 0), looked, except, date.claimId, date.id));
    return found;
  }

  async pair(ours: Wanting, theirs: Wanting): Promise<RivalAlternatives> {
    const both = serveBoth(ours.contender, theirs.contender);
    const tell = (ways: typeof both.first, near: NearWorld) =>
      tellAlternatives(ways.best.slice(0, MOST_TOLD), { ...this.teller, near });
    const { startLocal, endLocal } = theirs.contender.draft;
    return {
      key: ours.contender.date.key,
      occurrence: ours.occurrence,
      rival: {
        reference: theirs.reference,
        version: theirs.version,
        occurrence: theirs.occurrence,
        title: theirs.title,
        when: spanText(startLocal, endLocal),
        facts: theirs.facts,
        now: drawnDate(theirs.contender.draft, this.teller.names.place),
      },
      facts: ours.facts,
      now: drawnDate(ours.contender.draft, this.teller.names.place),
      theirs: await tell(both.second, theirs.contender.search.near),
      ours: await tell(both.first, ours.contender.search.near),
      sentence: sayBoth(both.moves, theirs.title, both.first.best.length > 0 && both.second.best.length > 0),
    };
  }

  /** Where all of three and more could go; null where not all can be served at their time. */
  shared(all: readonly Wanting[]): SharedAlternatives | null {
    const placed = serveAll(
      all.map(({ contender }) => contender),
      this.search.bounds.spaces,
    );
    if (!placed) return null;
    return {
      key: at(all, 0).contender.date.key,
      sentence: sayShared(all.length, placed.filter(({ patch }) => patch).length),
      placements: pairs(all, placed).map(([{ reference, version, occurrence, title }, place]) => {
        const { space, patch, draft, contender } = place;
        const { names } = this.teller;
        return {
          reference,
          version,
          occurrence,
          sentence: sayPlacement(title, names.place(space), patch !== null),
          patch: patch && toPatchBody(patch),
          drawn: { now: drawnDate(contender.draft, names.place), then: drawnDate(draft, names.place) },
        };
      }),
    };
  }
}

/**
 * For the office: of every date for whose place somebody else waits too, what each could have if the other got it; and
 * of three and more where all could go.
 */
export async function* rivalsOf(
  ctx: Context,
  looked: Looked,
  search: Search,
  teller: Teller,
): AsyncGenerator<AlternativesLine> {
  const { request } = looked;
  if (looked.side !== 'office' || !request) return;
  const rivalry = new Rivalry(ctx, looked, request, search, teller);
  let left = MOST_RIVALS;
  for (const ours of looked.dates) {
    if (left <= 0) return;
    if (looked.picked && !looked.picked.has(ours.date.key)) continue;
    const [first, ...others] = await rivalry.contenders(ours, left);
    if (!first) continue;
    left -= others.length;
    const shared = others.length > 1 ? rivalry.shared([first, ...others]) : null;
    if (shared) yield { line: 'shared', ...shared };
    for (const other of others) yield { line: 'rival', ...(await rivalry.pair(first, other)) };
  }
}
