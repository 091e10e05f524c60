import { t } from '@/contracts/language/translate';
import { addDays, localDate } from '@/core/time/local-time';
import { layOut } from '@/core/printing/lay-out';
import type { Page } from '@/core/printing/marks';
import type { Part } from '@/core/printing/sheet';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { SetupsSheetQuery } from '@/contracts/work-orders/setups-sheet';
import { sayFurniture, sayPlaces, sayRules } from '@/contracts/words/seating';
import { dayLong, momentText } from '@/contracts/words/when';
import type { SignedInContext } from '@/server/context/context';
import { printFonts } from '@/server/platform/print/fonts';
import { officeContact } from '@/server/repositories/house/office-contact';
import { crewDay } from '@/server/use-cases/work-orders/crew-day';
import { oneOrder, type OneOrder } from '@/server/use-cases/work-orders/one-order';
import { storesDay } from '@/server/use-cases/work-orders/stores-day';
import { weekLoad } from '@/server/use-cases/work-orders/week-load';
import { daySheet, orderSheet, storesSheet, weekSheet, type SetupsSheet } from '@/ui/print/setups-sheet';
import { pageText } from '@/ui/print/print-words';

export interface TitledSheet extends SetupsSheet {
  readonly title: string;
  readonly subtitle: string;
  readonly isWide: boolean;
}

/** The room to scale, with what the plan counts and by which rules. */
function floorParts({ room, seating }: NonNullable<OneOrder['plan']>): Part[] {
  const said = [sayPlaces(seating), sayFurniture(seating), sayRules(seating)].filter(Boolean).join('\n');
  return [
    { kind: 'heading', text: t`Set like this` },
    { kind: 'text', text: said },
    { kind: 'floor', room, pieces: seating.pieces },
  ];
}

/** What is asked for of the setup work, as far as the viewer works with it. */
export async function setupsSheet(
  ctx: SignedInContext,
  { what, day, order }: SetupsSheetQuery,
): Promise<Outcome<TitledSheet>> {
  const date = day ?? null;
  switch (what) {
    case 'day': {
      const sheet = await crewDay(ctx, date);
      return done({ ...daySheet(sheet), title: t`Work orders`, subtitle: sheet.dateText, isWide: true });
    }
    case 'week': {
      if (!ctx.viewer.roles.includes('manager'))
        return refuse({ code: 'not-allowed', what: t`The week of all crews is for the office.` });
      const week = await weekLoad(ctx, { date, team: null });
      const first = localDate(week.first);
      const days = [];
      for (let at = 0; at < 7; at += 1) days.push(await crewDay(ctx, addDays(first, at)));
      return done({
        ...weekSheet(week, days),
        title: t`Work orders of the week`,
        subtitle: week.weekText,
        isWide: true,
      });
    }
    case 'stores': {
      const sheet = await storesDay(ctx, date);
      return done({
        ...storesSheet(sheet),
        title: t`From the stores`,
        subtitle: sheet.dateText,
        isWide: false,
      });
    }
    case 'order': {
      const found = await oneOrder(ctx, order!);
      if (!found) return refuse({ code: 'not-found', what: t`such work order` });
      const { view, date: on, plan } = found;
      return done({
        ...orderSheet(view, on, plan ? floorParts(plan) : []),
        title: `${view.phaseText}: ${view.place || view.eventTitle}`,
        subtitle: t`${dayLong(on)}, version ${view.contentVersion}`,
        isWide: false,
      });
    }
  }
}

/** The sheet on pages, with who printed it and when at the foot of each. */
export async function setupsPages(ctx: SignedInContext, sheet: TitledSheet): Promise<readonly Page[]> {
  const office = await officeContact(ctx.db);
  const asOf = office
    ? t`${office.site}. ${office.name}, ${office.phone}. As of ${momentText(ctx.clock.now(), office.tzid)}.`
    : '';
  const { title, subtitle, isWide, parts } = sheet;
  return layOut({ title, subtitle, foot: asOf, pageText, isLandscape: isWide, parts }, printFonts().measure);
}
