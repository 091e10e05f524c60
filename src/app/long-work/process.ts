import { signedIn, type Context, type SignedInContext } from '@/server/context';
import { answerOrders, type WorkTable } from '@/server/long-work/answer-orders';
import { lookAtArrived } from '@/server/use-cases/archive/bring-in';
import { checkRequest } from '@/server/use-cases/ask/check-request';
import { submitRequest } from '@/server/use-cases/ask/submit-request';
import { changeDates } from '@/server/use-cases/change/change-dates';
import { undoChange } from '@/server/use-cases/change/undo-change';
import { csvIn } from '@/server/use-cases/house-book/csv/csv-in';
import { shutHolidays } from '@/server/use-cases/house-book/holidays';
import { saveThing } from '@/server/use-cases/house-book/save-thing';
import { doWithThing } from '@/server/use-cases/house-book/thing-deeds';
import { splitSeries } from '@/server/use-cases/series/split-series';
import { retireRecipe, saveRecipe } from '@/server/use-cases/set-up/save-recipe';
import { firstPages, printedPdf } from '../(office)/print/print-sheet';

/** As whoever is signed in: the route has asked for an account. */
const signed =
  <Args extends readonly never[], Value>(work: (ctx: SignedInContext, ...args: Args) => Promise<Value>) =>
  (ctx: Context, ...args: Args): Promise<Value> =>
    work(signedIn(ctx), ...args);

const WORKS: WorkTable = {
  'check-request': checkRequest,
  'submit-request': signed(submitRequest),
  'change-dates': signed(changeDates),
  'undo-change': signed(undoChange),
  'split-series': signed(splitSeries),
  'save-thing': signed(saveThing),
  'do-with-thing': signed(doWithThing),
  'csv-in': signed(csvIn),
  'shut-holidays': signed(shutHolidays),
  'save-recipe': signed(saveRecipe),
  'retire-recipe': signed(retireRecipe),
  'look-at-arrived': lookAtArrived,
  'print-pages': firstPages,
  'print-pdf': printedPdf,
};

answerOrders(WORKS);
