import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import type { AskChoices, ShortChoices } from '@/contracts/requests/ask-choices';
import type { Context } from '../../../context/context';
import { siteZone } from '../../../repositories/world/space-facts';
import { knownSpaces } from '../../calendar/board-data';
import { stewardsOfSpaces } from '../../../repositories/consent/consent-book';
import { familiarTo } from '../../../repositories/people/familiar';
import { readableCalendars } from '../../../repositories/publishing/calendars';
import { loadQuestions, questionsOf, type OwnedQuestion } from '../../../repositories/house/questions';
import { asFlag } from '../../../db/tables/column';
import { SHORT_CHOICES, WHOLE_CHOICES } from './ask.queries';

/** What a short request on the board offers; spaces and pools are on the board itself. */
export async function shortChoices(ctx: Context): Promise<ShortChoices> {
  const [tzid, rows, { spaces, usedSpaces }] = await Promise.all([
    siteZone(ctx.db),
    ctx.db.value(SHORT_CHOICES, { person: ctx.viewer?.personId ?? null }),
    familiarTo(ctx),
  ]);
  return {
    ...rows,
    familiar: [...new Set([...spaces, ...usedSpaces])],
    today: dateOf(toLocal(ctx.clock.now(), tzid)),
  };
}

async function spaceChoices(
  ctx: Context,
  questions: readonly OwnedQuestion[],
): Promise<AskChoices['spaces']> {
  const spaces = await knownSpaces(ctx.db);
  const stewards = await stewardsOfSpaces(
    ctx.db,
    spaces.map(({ facts }) => facts.id),
  );
  return spaces.map(({ id, name, code, building, buildingId, facts }) => ({
    id,
    name,
    code,
    building,
    buildingId,
    postedLimit: facts.postedLimit,
    layouts: facts.layouts,
    features: facts.features ?? [],
    questions: questionsOf(questions, 'space', [id]),
    timetables: facts.timetables ?? [],
    needsConsentOf: (stewards.get(facts.id) ?? []).map((steward) => steward.name),
  }));
}

/** What the form offers: open to everybody, since filling it in needs no account. */
export async function askChoices(ctx: Context): Promise<AskChoices> {
  const { categories, ...short } = await shortChoices(ctx);
  const house = await ctx.db.value(WHOLE_CHOICES, {
    now: ctx.clock.now(),
    today: short.today,
    me: ctx.viewer?.personId ?? null,
    office: asFlag(ctx.viewer?.roles.includes('manager') === true),
  });
  const questions = await loadQuestions(ctx.db);
  const calendars = await readableCalendars(ctx);
  return {
    ...short,
    ...house,
    calendars: calendars.map(({ id, name, about, filter }) => ({ id, name, about, filter })),
    categories: categories.map((each) => ({
      ...each,
      questions: questionsOf(questions, 'category', [each.id]),
    })),
    services: house.services.map((each) => ({
      ...each,
      questions: questionsOf(questions, 'service', [each.id]),
    })),
    spaces: await spaceChoices(ctx, questions),
  };
}
