import type { WantedService } from '@/core/occupancy/bands';
import type { CheckInput, CheckReply } from '@/contracts/requests/ask';
import { t } from '@/contracts/language/translate';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { spanText } from '@/contracts/words/when';
import type { Context } from '../../context/context';
import { requesterOf, checkAgainstWorld, sayAll } from './verdicts';
import { loadAskedOffice, type KnownOffice } from './ask-office';
import { unknownThings } from './known-things';
import { countedWork, MOST_DATES_AT_ONCE } from '../../context/work-of-strangers';
import { beside, MOST_DATES_HERE } from '../../context/long-work';
import {
  asksForMore,
  datesAsked,
  withServices,
  type AskedDates,
  type FewerDates,
} from '@/contracts/requests/asked-dates';
import type { Side } from '@/core/checks/rules/rule';
import { pairs } from '@/core/lists';

/** Who decides requests sees them as the office does. */
export const sideOf = (ctx: Context): Side =>
  ctx.viewer?.roles.includes('manager') ? 'office' : 'requester';

/** Services the form names: their crews have work with the dates. */
export const servicesNamed = ({ serviceIds = [] }: CheckInput): WantedService[] =>
  serviceIds.map((serviceId) => ({ serviceId, answers: {} }));

const FEWER_FOR_STRANGERS: FewerDates = {
  most: MOST_DATES_AT_ONCE,
  path: 'when',
  say: () =>
    t`Without an account at most ${MOST_DATES_AT_ONCE} dates are checked at once. Sign in to have all of them checked; what you typed is kept.`,
};

/** Dates as far as whoever asks may have them checked. */
const datesFor = ({ viewer }: Context, input: CheckInput, house: KnownOffice): Outcome<AskedDates> =>
  datesAsked(input, house, viewer ? undefined : FEWER_FOR_STRANGERS);

async function countForStranger(
  ctx: Context,
  input: CheckInput,
  house: KnownOffice,
): Promise<Outcome<unknown>> {
  const asked = datesFor(ctx, input, house);
  return asked.ok ? countedWork(ctx, asked.value.dates.length) : asked;
}

/** The verdict while the form is filled in. Nothing is stored. */
export async function checkRequest(ctx: Context, input: CheckInput): Promise<Outcome<CheckReply>> {
  const unknown = await unknownThings(ctx.db, input);
  if (unknown.length) return refuse({ code: 'bad-input', fields: unknown });
  const house = await loadAskedOffice(ctx, ctx.db, input);
  const allowed = ctx.viewer ? done(null) : await countForStranger(ctx, input, house);
  if (!allowed.ok) return allowed;
  const isLong = ctx.sendOut !== undefined && asksForMore(input, house, MOST_DATES_HERE);
  return beside(ctx, { name: 'check-request', args: [input], kind: 'reads', isLong }, () =>
    verdictsOf(ctx, input, house),
  );
}

async function verdictsOf(ctx: Context, input: CheckInput, house: KnownOffice): Promise<Outcome<CheckReply>> {
  const asked = datesFor(ctx, input, house);
  if (!asked.ok) return asked;
  const { dates: plain, inWords, notes, isEndless } = asked.value;
  const dates = withServices(plain, servicesNamed(input));
  const verdicts = await checkAgainstWorld(ctx.db, ctx.viewer, dates, {
    side: sideOf(ctx),
    requester: await requesterOf(ctx, ctx.db),
    audiences: house.audiences,
    categories: house.categories,
    isEndless,
  });
  return done({
    inWords,
    notes,
    summary: sayAll(verdicts),
    dates: pairs(verdicts, dates).map(([{ key, verdict, sentences }, { start, end }]) => ({
      key,
      verdict,
      findings: sentences,
      when: spanText(start, end),
    })),
  });
}
