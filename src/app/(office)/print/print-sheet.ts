import { t } from '@/contracts/language/translate';
import type { DateChoices } from '@/contracts/calendar/dates';
import { isLongPrint, type PrintQuery } from '@/contracts/calendar/print';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { daysText, momentText } from '@/contracts/words/when';
import { layOut } from '@/core/printing/lay-out';
import type { Page } from '@/core/printing/marks';
import type { Part, Sheet } from '@/core/printing/sheet';
import { addDays } from '@/core/time/local-time';
import { startOfDay } from '@/core/time/zone';
import type { Context } from '@/server/context/context';
import { CHECKS_OF_A_DAY, countedWork } from '@/server/context/work-of-strangers';
import { beside } from '@/server/context/long-work';
import { printFonts } from '@/server/platform/print/fonts';
import { toPdf } from '@/server/platform/print/to-pdf';
import { boardCategories, boardData } from '@/server/use-cases/calendar/board-data';
import { boardSpan, usesIn } from '@/server/use-cases/calendar/board-span';
import { dateChoices, datesOf } from '@/server/use-cases/calendar/dates';
import { officeContact } from '@/server/repositories/house/office-contact';
import { boardParts } from '@/ui/print/board-sheet';
import { datesParts } from '@/ui/print/dates-sheet';
import { poolParts } from '@/ui/print/pool-sheet';
import { pageText } from '@/ui/print/print-words';

interface Content {
  readonly title: string;
  /** What was chosen, as far as something was. */
  readonly chosen: string;
  readonly parts: readonly Part[];
}

function chosenText({ by, only, state, q }: PrintQuery, choices: DateChoices): string {
  const names = (only ?? []).flatMap((id) => choices[by].find((each) => each.id === id)?.name ?? []);
  return [names.join(', '), state ?? '', q && `“${q}”`].filter(Boolean).join('; ');
}

async function datesContent(ctx: Context, query: PrintQuery, tzid: string): Promise<Content> {
  const choices = await dateChoices(ctx);
  const reply = await datesOf(ctx, query);
  return {
    title: t`Calendar`,
    chosen: chosenText(query, choices),
    parts: datesParts(reply, choices, query, tzid),
  };
}

async function spaceContent(ctx: Context, query: PrintQuery, tzid: string): Promise<Outcome<Content>> {
  const { spaces } = await boardData(ctx.db);
  const space = spaces.find(({ code }) => code.toLowerCase() === query.of.toLowerCase());
  if (!space) return refuse({ code: 'not-found', what: t`space with this code` });
  const { parts } = await datesContent(ctx, { ...query, by: 'space', only: [space.id] }, tzid);
  const layouts = space.facts.layouts.map(
    ({ layout, seats, setupMin, strikeMin }) =>
      t`${LAYOUT_WORDS[layout]}: ${seats} seats, ${setupMin} min setup, ${strikeMin} min strike`,
  );
  return done({
    title: space.name,
    chosen: `${space.code}, ${space.building}`,
    parts: [
      ...(query.detail === 'detailed' ? [{ kind: 'text' as const, text: layouts.join('\n') }] : []),
      ...parts,
    ],
  });
}

async function poolContent(ctx: Context, query: PrintQuery, tzid: string): Promise<Outcome<Content>> {
  const house = await boardData(ctx.db);
  const pool = house.pools.find(({ id }) => String(id) === query.of);
  if (!pool) return refuse({ code: 'not-found', what: t`equipment with this number` });
  const { from, days } = query;
  const away = await usesIn(ctx.db, {
    start: startOfDay(from, tzid),
    end: startOfDay(addDays(from, days), tzid),
  });
  return done({ title: pool.name, chosen: pool.store, parts: poolParts(house, pool, away, query) });
}

async function boardContent(ctx: Context, query: PrintQuery): Promise<Content> {
  const { from, days, only } = query;
  const house = await boardData(ctx.db);
  const span = await boardSpan(ctx, { from, days });
  const parts = boardParts(house, span, await boardCategories(ctx.db), query);
  return {
    title: t`Board`,
    chosen: only ? t`${only.length} of ${house.spaces.length} spaces` : '',
    parts,
  };
}

async function contentOf(ctx: Context, query: PrintQuery, tzid: string): Promise<Outcome<Content>> {
  switch (query.what) {
    case 'dates':
      return done(await datesContent(ctx, query, tzid));
    case 'board':
      return done(await boardContent(ctx, query));
    case 'space':
      return spaceContent(ctx, query, tzid);
    case 'pool':
      return poolContent(ctx, query, tzid);
  }
}

/** Days that are printed at once for people without an account. */
const MOST_DAYS_FOR_STRANGERS = 31;

async function mayPrint(ctx: Context, { days }: PrintQuery): Promise<Outcome<null>> {
  if (!ctx.viewer && days > MOST_DAYS_FOR_STRANGERS)
    return refuse({
      code: 'bad-input',
      fields: [
        {
          path: 'days',
          message: t`Without an account at most ${MOST_DAYS_FOR_STRANGERS} days are printed at once. Choose fewer days, or sign in.`,
        },
      ],
    });
  return countedWork(ctx, days * CHECKS_OF_A_DAY);
}

interface Printed {
  readonly title: string;
  readonly pages: readonly Page[];
}

/** The first pages of what the viewer may know of what they ask for, and how many there are. */
export async function firstPages(
  ctx: Context,
  query: PrintQuery,
  most: number,
): Promise<Outcome<Printed & { readonly count: number }>> {
  const allowed = await mayPrint(ctx, query);
  if (!allowed.ok) return allowed;
  const isLong = isLongPrint(query.days);
  return beside(ctx, { name: 'print-pages', args: [query, most], kind: 'reads', isLong }, async () => {
    const printed = await printedPages(ctx, query);
    if (!printed.ok) return printed;
    const { title, pages } = printed.value;
    return done({ title, pages: pages.slice(0, most), count: pages.length });
  });
}

const MINUTE_MS = 60_000;

/** All of it as a PDF. */
export async function printedPdf(
  ctx: Context,
  query: PrintQuery,
): Promise<Outcome<{ readonly title: string; readonly pdf: Uint8Array }>> {
  const allowed = await mayPrint(ctx, query);
  if (!allowed.ok) return allowed;
  const isLong = isLongPrint(query.days);
  return beside(ctx, { name: 'print-pdf', args: [query], kind: 'reads', isLong }, async () => {
    const printed = await printedPages(ctx, query);
    if (!printed.ok) return printed;
    const { title, pages } = printed.value;
    return done({
      title,
      pdf: await toPdf(pages, title, new Date(ctx.clock.now() * MINUTE_MS), ctx.progress),
    });
  });
}

async function printedPages(ctx: Context, query: PrintQuery): Promise<Outcome<Printed>> {
  const office = await officeContact(ctx.db);
  if (!office) return refuse({ code: 'not-found', what: t`office here yet` });
  const content = await contentOf(ctx, query, office.tzid);
  if (!content.ok) return content;
  const { title, chosen, parts } = content.value;
  const { from, days } = query;
  const range = daysText(from, addDays(from, days - 1));
  const sheet: Sheet = {
    title,
    subtitle: [range, chosen].filter(Boolean).join(' · '),
    foot: t`${office.site}. ${office.name}, ${office.phone}. As of ${momentText(ctx.clock.now(), office.tzid)}.`,
    pageText,
    isLandscape: query.page === 'wide',
    parts,
  };
  return done({ title: `${title}, ${range}`, pages: layOut(sheet, printFonts().measure) });
}
