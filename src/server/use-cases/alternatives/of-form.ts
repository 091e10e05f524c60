import type { CheckInput } from '@/contracts/requests/ask';
import { datesAsked, withServices } from '@/contracts/requests/asked-dates';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { Context } from '../../context/context';
import { loadAskedOffice } from '../checks/ask-office';
import { servicesNamed, sideOf } from '../checks/check-request';
import { unknownThings } from '../checks/known-things';
import { requesterOf, checkAgainstWorld } from '../checks/verdicts';
import type { Looked } from './looked';
import { pairs } from '@/core/lists';

/** The dates a form asks for, checked as the form itself is. */
export async function datesOfForm(ctx: Context, check: CheckInput): Promise<Outcome<Looked>> {
  const unknown = await unknownThings(ctx.db, check);
  if (unknown.length) return refuse({ code: 'bad-input', fields: unknown });
  const house = await loadAskedOffice(ctx, ctx.db, check);
  const asked = datesAsked(check, house);
  if (!asked.ok) return asked;
  const { isEndless } = asked.value;
  const dates = withServices(asked.value.dates, servicesNamed(check));
  const side = sideOf(ctx);
  const facts = {
    requester: await requesterOf(ctx, ctx.db),
    audiences: house.audiences,
    categories: house.categories,
  };
  const verdicts = await checkAgainstWorld(ctx.db, ctx.viewer, dates, { ...facts, side, isEndless });
  return done({
    dates: pairs(dates, verdicts).map(([{ key, claim, start, end }, { findings }]) => ({
      date: { key, claim },
      draft: { startLocal: start, endLocal: end, content: claim },
      findings,
    })),
    picked: null,
    request: null,
    occurrences: new Map(),
    claims: new Map(),
    except: [],
    asked: facts,
    side,
  });
}
