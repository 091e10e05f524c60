import { NUMBER_MOST, wholeNumberIn } from '@/core/work-orders/numbers';
import { t, sayNumber } from '@/contracts/language/translate';
import type { FieldFault } from '@/contracts/base/refusal';

/** What a space, a category or a service asks of whoever asks for it. */
export interface Question {
  readonly id: number;
  readonly text: string;
  readonly required: boolean;
  /** What may be answered; empty where anything may. */
  readonly choices: readonly string[];
  /** What formulas call the whole number it is answered by; null where it is answered in words. */
  readonly numberName: string | null;
}

/** A question with what was answered to it. Empty is no answer. */
export interface Answer {
  readonly questionId: number;
  readonly answer: string;
}

/**
 * What is wrong with answers to these questions; `path` is that of the list of answers, as in `services.0.answers`.
 * Empty where nothing is wrong.
 */
export function answerFaults(
  questions: readonly Question[],
  answers: readonly Answer[],
  path: string,
): FieldFault[] {
  const given = new Map(answers.map(({ questionId, answer }) => [questionId, answer.trim()]));
  return questions.flatMap(({ id, text, required, choices, numberName }) => {
    const answer = given.get(id) ?? '';
    const fault = (message: string) => [{ path: `${path}.${id}`, message }];
    if (!answer) return required ? fault(t`“${text}” wants an answer.`) : [];
    if (numberName !== null)
      return wholeNumberIn(answer) === null
        ? fault(t`“${text}” is answered by a whole number from 0 to ${sayNumber(NUMBER_MOST)}.`)
        : [];
    return choices.length && !choices.includes(answer)
      ? fault(t`“${text}” is answered by ${choices.map((each) => `“${each}”`).join(t` or `)}.`)
      : [];
  });
}

/** Answers that are worth keeping: to one of these questions, and not empty. */
export const answersTo = (questions: readonly Question[], answers: readonly Answer[]): Answer[] =>
  answers.filter(
    ({ questionId, answer }) => answer.trim() !== '' && questions.some(({ id }) => id === questionId),
  );
