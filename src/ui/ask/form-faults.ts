import { faultsOfIssues, type ErrorReply, type FieldFault } from '@/contracts/base/refusal';
import { answerFaults, type Question } from '@/contracts/forms/questions';
import { t } from '@/contracts/language/translate';
import { askSchema } from '@/contracts/requests/ask';
import type { AskChoices } from '@/contracts/requests/ask-choices';
import { labelsOf } from './ask-labels';
import type { AskForm } from './draft';
import { fieldOf, isOverDays, toBody } from './form-body';

/** What the schema cannot know: questions of what was chosen, and what happens in the nights. */
function furtherFaults(form: AskForm, choices: AskChoices): FieldFault[] {
  const asked: Question[] = [
    ...(form.kind === 'space'
      ? form.spaces.flatMap(
          ({ spaceId }) => choices.spaces.find(({ id }) => String(id) === spaceId)?.questions ?? [],
        )
      : []),
    ...[form.categoryId, ...form.moreCategoryIds].flatMap(
      (category) => choices.categories.find(({ id }) => String(id) === category)?.questions ?? [],
    ),
  ];
  const given = (answers: Readonly<Record<string, string>>) =>
    Object.entries(answers).map(([id, answer]) => ({
      questionId: Number(id.slice(1)),
      answer: answer ?? '',
    }));
  return [
    ...answerFaults(asked, given(form.answers), 'answers'),
    ...form.services.flatMap(({ serviceId, answers }, index) =>
      answerFaults(
        choices.services.find(({ id }) => String(id) === serviceId)?.questions ?? [],
        given(answers),
        `services.${index}.answers`,
      ),
    ),
    ...(isOverDays(form) && !form.overDays
      ? [{ path: 'overDays', message: t`Say whether the nights are part of it.` }]
      : []),
  ];
}

export const notSentYet = (fields: readonly FieldFault[]): ErrorReply['error'] => ({
  code: 'bad-input',
  message: t`Not sent yet: see what is marked beside the fields.`,
  fields,
  details: fields.map(({ message }) => message),
});

/** What is wrong with the form before it is sent; empty where nothing is. */
export function faultsOf(form: AskForm, key: string, tzid: string, choices: AskChoices): FieldFault[] {
  const parsed = askSchema.safeParse(toBody(form, key, tzid, choices));
  const found = parsed.success ? [] : faultsOfIssues(parsed.error.issues);
  const all = [...found, ...furtherFaults(form, choices)];
  return [...new Map(all.map((each) => [each.path, each])).values()];
}

/** Any key will do while nothing is sent. */
const ANY_KEY = '00000000-0000-4000-8000-000000000000';

/** What the office asks about, by the path of its answer; undefined for any other path. */
function askedAt(path: string, choices: AskChoices): string | undefined {
  const id = /answers\._(\d+)$/.exec(path)?.[1];
  const all = [...choices.spaces, ...choices.categories, ...choices.services];
  return all.flatMap(({ questions }) => questions).find((each) => String(each.id) === id)?.text;
}

/** What is still to be said before the form can be sent, by the labels of its fields, in their order; empty for nothing. */
export function missingIn(form: AskForm, tzid: string, choices: AskChoices): string[] {
  const paths = faultsOf(form, ANY_KEY, tzid, choices).map(({ path }) => fieldOf(path));
  const asked = paths.flatMap((path) => askedAt(path, choices) ?? []);
  return [...labelsOf(paths.filter((path) => !askedAt(path, choices))), ...new Set(asked)];
}
