import type { SpaceId } from '../ids';

/** A question of the house that is answered by a whole number, which formulas know by a name. */
export interface NumberQuestion {
  readonly id: number;
  /** What formulas call it. Several questions may share one: their numbers are added up. */
  readonly name: string;
  /** The space that asks it; null where a category or a service does. */
  readonly spaceId: SpaceId | null;
}

/** Answers as they were written, by the number of their question. */
export type Answers = Readonly<Record<string, string>>;

/** Most that a question can be answered with. */
export const NUMBER_MOST = 100_000;

/** A whole number from 0 to `NUMBER_MOST` as it is typed; null for anything else. */
export function wholeNumberIn(text: string): number | null {
  const value = /^\d{1,6}$/.test(text.trim()) ? Number(text) : NaN;
  return value <= NUMBER_MOST ? value : null;
}

/** What a formula may call a number: small letters, digits and `_`, a letter first. */
export const NUMBER_NAME = /^[a-z][a-z0-9_]{0,29}$/;

/**
 * The numbers answered about some spaces of a date, by name; what was not asked or not answered is 0. A question of a
 * space is about that space alone. What is not a whole number counts as 0, too.
 */
export function numbersAnswered(
  questions: readonly NumberQuestion[],
  answers: Answers,
  spaces: readonly SpaceId[],
): Record<string, number> {
  const numbers: Record<string, number> = {};
  for (const { id, name, spaceId } of questions) {
    const isAbout = spaceId === null || spaces.includes(spaceId);
    const value = isAbout ? wholeNumberIn(answers[id] ?? '') : null;
    numbers[name] = (numbers[name] ?? 0) + (value ?? 0);
  }
  return numbers;
}
