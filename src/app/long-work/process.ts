import { done, type Outcome } from '@/contracts/base/refusal';
import { signedIn, type Context, type SignedInContext } from '@/server/context/context';
import { answerOrders, type WorkTable } from '@/server/long-work/answer-orders';
import { lookAtArrived } from '@/server/use-cases/administration/archive/bring-in';
import { checkRequest } from '@/server/use-cases/checks/check-request';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { changeDates } from '@/server/use-cases/requests/change/change-dates';
import { undoChange } from '@/server/use-cases/requests/change/undo-change';
import { deskRequest, linesOf } from '@/server/use-cases/decisions/desk';
import { csvIn } from '@/server/use-cases/administration/entries/csv/csv-in';
import { shutHolidays } from '@/server/use-cases/administration/entries/holidays';
import { saveEntry } from '@/server/use-cases/administration/entries/save-entry';
import { doWithEntry } from '@/server/use-cases/administration/entries/entry-commands';
import { readRequest } from '@/server/use-cases/requests/own/own-requests';
import { splitSeries } from '@/server/use-cases/requests/series/split-series';
import { retireTemplate, saveTemplate } from '@/server/use-cases/work-orders/save-template';
import { findAlternatives } from '@/server/use-cases/alternatives/find-alternatives';
import { firstPages, printedPdf } from '../(office)/print/print-sheet';

/** As whoever is signed in: the route has asked for an account. */
const signed =
  <Args extends readonly never[], Value>(work: (ctx: SignedInContext, ...args: Args) => Promise<Value>) =>
  (ctx: Context, ...args: Args): Promise<Value> =>
    work(signedIn(ctx), ...args);

/** Of a page: what it gives is no refusal of its own. */
const forPage =
  <Args extends readonly never[], Value>(work: (ctx: SignedInContext, ...args: Args) => Promise<Value>) =>
  async (ctx: Context, ...args: Args): Promise<Outcome<Value>> =>
    done(await work(signedIn(ctx), ...args));

const WORKS: WorkTable = {
  'ways-out': findAlternatives,
  'desk-lines': forPage(linesOf),
  'desk-request': forPage(deskRequest),
  'read-request': forPage(readRequest),
  'check-request': checkRequest,
  'submit-request': signed(submitRequest),
  'change-dates': signed(changeDates),
  'undo-change': signed(undoChange),
  'split-series': signed(splitSeries),
  'save-thing': signed(saveEntry),
  'do-with-thing': signed(doWithEntry),
  'csv-in': signed(csvIn),
  'shut-holidays': signed(shutHolidays),
  'save-recipe': signed(saveTemplate),
  'retire-recipe': signed(retireTemplate),
  'look-at-arrived': lookAtArrived,
  'print-pages': firstPages,
  'print-pdf': printedPdf,
};

answerOrders(WORKS);
