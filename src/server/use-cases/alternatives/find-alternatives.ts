import type { Side } from '@/core/checks/rules/rule';
import { NearWorld } from '@/core/alternatives/near-world';
import { MOST_CHECKS, alternativesOf, type DateInTrouble, type Search } from '@/core/alternatives/of-date';
import { alternativesOfSeries } from '@/core/alternatives/of-series';
import type { Alternative } from '@/core/alternatives/alternative';
import { hasTrouble, troublesOf } from '@/core/alternatives/troubles';
import { done, type Outcome } from '@/contracts/base/refusal';
import {
  MOST_IN_SERIES,
  MOST_TROUBLED,
  type DateAlternatives,
  type AlternativesInput,
  type AlternativesLine,
} from '@/contracts/alternatives/alternatives';
import { sayCut, sayNotLookedAt } from '@/contracts/words/alternatives';
import { lettingOthers } from '../../platform/let-others';
import type { Context } from '../../context/context';
import { loadNames } from '../../repositories/names';
import { CHECKS_OF_ALTERNATIVES, countedWork } from '../../context/work-of-strangers';
import { officeContact } from '../../repositories/house/office-contact';
import type { Looked } from './looked';
import { datesOfForm } from './of-form';
import { datesOfRequest } from './of-request';
import { alternativesBounds } from './house';
import { worldAround } from './near';
import { rivalsOf } from './rivals';
import { tellDate, tellSeries, type Teller } from './tell';

const isTroubled = ({ date, findings }: DateInTrouble, side: Side): boolean =>
  hasTrouble(troublesOf(date, findings, side));

/** Dates that are weighed together, those in trouble before all others, in order of time. */
function weighed(dates: readonly DateInTrouble[], side: Side): DateInTrouble[] {
  if (dates.length <= MOST_IN_SERIES) return [...dates];
  const troubled = dates.filter((date) => isTroubled(date, side));
  const rest = dates.filter((date) => !isTroubled(date, side));
  const kept = new Set([...troubled, ...rest].slice(0, MOST_IN_SERIES));
  return dates.filter((date) => kept.has(date));
}

interface Prepared {
  readonly looked: Looked;
  readonly search: Search;
  readonly teller: Teller;
  readonly dates: readonly DateInTrouble[];
  readonly troubled: readonly DateInTrouble[];
}

async function prepare(ctx: Context, looked: Looked): Promise<Prepared> {
  const { db, viewer } = ctx;
  const { side, asked, except, picked } = looked;
  const dates = weighed(looked.dates, side);
  const troubled = dates.filter(
    (date) => isTroubled(date, side) && (picked === null || picked.has(date.date.key)),
  );
  const bounds = await alternativesBounds(db, side);
  const world = await worldAround(
    db,
    dates,
    new Set(troubled.slice(0, MOST_TROUBLED).map(({ date }) => date.key)),
    bounds,
    { ...asked, audiences: asked.audiences ?? [], except, withWaiting: side === 'office' },
  );
  const near = new NearWorld(
    world,
    dates.map(({ date }) => date),
  );
  const office = await officeContact(db);
  return {
    looked,
    dates,
    troubled,
    search: { near, bounds, asked, side, now: ctx.clock.now(), mostChecks: MOST_CHECKS },
    teller: {
      reader: db,
      viewer,
      names: await loadNames(db),
      side,
      near,
      world,
      office: office && `${office.name}, ${office.phone}`,
    },
  };
}

async function* lines(ctx: Context, looked: Looked): AsyncGenerator<AlternativesLine> {
  const prepared = await prepare(ctx, looked);
  const { search, teller, troubled } = prepared;
  const first = troubled.slice(0, MOST_TROUBLED);
  const occurrenceOf = (key: string) => looked.occurrences.get(key) ?? null;
  const proved = new Map<string, readonly Alternative[]>();
  yield { line: 'progress', done: 0, of: first.length };
  const letOthers = lettingOthers();
  for (const [index, date] of first.entries()) {
    if (ctx.signal?.aborted) return;
    const found = alternativesOf(date, search);
    proved.set(date.date.key, [...found.best, ...found.others]);
    yield { line: 'date', ...(await tellDate(date, occurrenceOf(date.date.key), found, teller)) };
    yield { line: 'progress', done: index + 1, of: first.length };
    await letOthers();
  }
  if (ctx.signal?.aborted) return;
  if (looked.picked === null || looked.picked.size > 1) {
    const series = alternativesOfSeries(prepared.dates, proved, search);
    yield {
      line: 'series',
      ways: series.alternatives.map((alternative) =>
        tellSeries(alternative, prepared.dates, occurrenceOf, teller),
      ),
      cut: sayCut(series.cut.candidates),
    };
  }
  for await (const line of rivalsOf(ctx, looked, search, teller)) {
    if (ctx.signal?.aborted) return;
    yield line;
  }
  const notLookedAt = sayNotLookedAt({
    troubled: troubled.length,
    most: MOST_TROUBLED,
    notWeighed: looked.dates.length - prepared.dates.length,
  });
  yield { line: 'end', notLookedAt };
}

/** Of more dates alternatives are looked for beside the server: each is checked hundreds of times over. */
const MOST_WEIGHED_HERE = 10;

/** The alternatives that change least, of few dates, all at once. */
export async function bestAlternatives(ctx: Context, looked: Looked): Promise<DateAlternatives[]> {
  const { search, teller, troubled } = await prepare(ctx, looked);
  return Promise.all(troubled.map((date) => tellDate(date, null, alternativesOf(date, search), teller)));
}

/**
 * Alternatives of every date of a request that is blocked or doubtful, one line as each is found, and of the series as a
 * whole. Nothing is stored. Stops between two dates when nobody listens any more.
 */
export async function findAlternatives(
  ctx: Context,
  input: AlternativesInput,
): Promise<Outcome<AsyncGenerator<AlternativesLine>>> {
  const looked = await (input.of === 'form' ? datesOfForm(ctx, input.check) : datesOfRequest(ctx, input));
  if (!looked.ok) return looked;
  const weighedDates = Math.min(looked.value.dates.length, MOST_IN_SERIES);
  const counted = await countedWork(ctx, weighedDates * CHECKS_OF_ALTERNATIVES);
  if (!counted.ok) return counted;
  // From here on, since what a stranger has looked for is counted in the server alone.
  return ctx.sendOutLines && looked.value.dates.length > MOST_WEIGHED_HERE
    ? ctx.sendOutLines(ctx, { name: 'ways-out', args: [input], kind: 'reads', isPatient: true })
    : done(lines(ctx, looked.value));
}
