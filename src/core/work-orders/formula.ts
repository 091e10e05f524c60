import { Parser } from 'expr-eval-fork';
import { NUMBER_NAME } from './numbers';

/** What a formula may name. People and seats are those of the space; `hours` is the length of the event itself. */
export const FORMULA_NAMES = [
  'people',
  'wheelchairs',
  'seats',
  'hours',
  'area',
  'chairs',
  'tables',
  'quantity',
] as const;
export type FormulaName = (typeof FORMULA_NAMES)[number];
/** Numbers answered to questions of the house come under names of its own (`numbers.ts`). */
export type FormulaValues = Readonly<Record<FormulaName, number>> & Readonly<Record<string, number>>;

/** Functions besides + - * / % ( ) and the comparisons with ?: between them. */
export const FORMULA_FUNCTIONS = ['ceil', 'floor', 'round', 'abs', 'min', 'max'] as const;

/** A formula has at most so many letters. */
export const FORMULA_MOST_LETTERS = 200;
/** More than this of anything is a mistake in the formula. Whole pieces or minutes. */
export const FORMULA_MOST = 100_000;

/** Why a formula cannot be counted with. */
export type FormulaProblem =
  | { readonly kind: 'not-readable'; readonly detail: string }
  | { readonly kind: 'too-long' }
  | { readonly kind: 'unknown-name'; readonly name: string }
  /** Division by nothing, a comparison left standing alone, and the like. */
  | { readonly kind: 'no-number' }
  | { readonly kind: 'below-zero'; readonly value: number }
  | { readonly kind: 'too-much'; readonly value: number };

/** What a formula gives, or why it gives nothing. A value is from 0 to `FORMULA_MOST`, whole. */
export type FormulaResult =
  { readonly ok: true; readonly value: number } | { readonly ok: false; readonly problem: FormulaProblem };

const OFF = [
  'assignment', 'fndef', 'in', 'concatenate', 'factorial', 'power', 'random', 'length', 'sin', 'cos', 'tan',
  'asin', 'acos', 'atan', 'sinh', 'cosh', 'tanh', 'asinh', 'acosh', 'atanh', 'sqrt', 'log', 'ln', 'lg', 'log10',
  'exp', 'trunc', 'cbrt', 'expm1', 'log1p', 'sign', 'log2',
] as const; // prettier-ignore

function parser(): Parser {
  const made = new Parser({
    allowMemberAccess: false,
    operators: Object.fromEntries(OFF.map((name) => [name, false])),
  });
  const { min, max } = made.functions as Record<'min' | 'max', unknown>;
  made.functions = { min, max };
  made.consts = {};
  return made;
}

const READER = parser();
const FUNCTIONS: ReadonlySet<string> = new Set(FORMULA_FUNCTIONS);
/** Names a house cannot give to an answer. */
export const TAKEN_NAMES: ReadonlySet<string> = new Set([...FORMULA_NAMES, ...FORMULA_FUNCTIONS]);

type Parsed =
  | {
      readonly ok: true;
      readonly names: readonly string[];
      readonly compute: (values: FormulaValues) => unknown;
    }
  | { readonly ok: false; readonly problem: FormulaProblem };

function parse(text: string): Parsed {
  if (text.length > FORMULA_MOST_LETTERS) return { ok: false, problem: { kind: 'too-long' } };
  try {
    const expression = READER.parse(text);
    const names = expression.symbols().filter((name) => !FUNCTIONS.has(name));
    return { ok: true, names, compute: (values) => expression.evaluate({ ...values }) as unknown };
  } catch (error) {
    // The parser reports all it cannot read by throwing; nothing else is done inside.
    return { ok: false, problem: { kind: 'not-readable', detail: (error as Error).message } };
  }
}

// A template is read once and used for every date of a series. Bounded: formulas typed while trying come and go.
const READ = new Map<string, Parsed>();
const MOST_KEPT = 500;

function read(text: string): Parsed {
  const known = READ.get(text);
  if (known) return known;
  if (READ.size >= MOST_KEPT) READ.clear();
  const parsed = parse(text);
  READ.set(text, parsed);
  return parsed;
}

/** Rounding to whole things must not turn 2.0000000001 into 3. */
const GRAIN = 1e-9;

/**
 * What a formula comes to: a whole number from 0 up, rounded up, since nobody carries half a table. Everything else is
 * a problem to be shown where the formula is written.
 */
export function computeFormula(text: string, values: FormulaValues): FormulaResult {
  const parsed = read(text);
  if (!parsed.ok) return parsed;
  const unknown = parsed.names.find((name) => !Object.hasOwn(values, name));
  if (unknown !== undefined) return { ok: false, problem: { kind: 'unknown-name', name: unknown } };
  let value: unknown;
  try {
    value = parsed.compute(values);
  } catch {
    // Names are known by now, so what is left to throw is an operator given what is not a number.
    return { ok: false, problem: { kind: 'no-number' } };
  }
  if (typeof value !== 'number' || !Number.isFinite(value))
    return { ok: false, problem: { kind: 'no-number' } };
  if (value < -GRAIN) return { ok: false, problem: { kind: 'below-zero', value } };
  if (value > FORMULA_MOST) return { ok: false, problem: { kind: 'too-much', value } };
  return { ok: true, value: Math.max(0, Math.ceil(value - GRAIN)) };
}

// Values that make no term vanish and no two alike, so that an empty room is not taken for a fault of the formula.
const SAMPLE: FormulaValues = {
  people: 42,
  wheelchairs: 2,
  seats: 60,
  hours: 2.5,
  area: 96,
  chairs: 40,
  tables: 6,
  quantity: 12,
};

/** Names in a formula that are none of ours: those of answers, or details. Empty for what cannot be read. */
export function ownNamesIn(text: string): string[] {
  const parsed = read(text);
  return parsed.ok ? parsed.names.filter((name) => !TAKEN_NAMES.has(name)) : [];
}

/**
 * What is wrong with a formula before it has met any date; null where it can be read. `known` are the names of answers
 * the house has; without it any name is taken for one.
 */
export function formulaProblem(text: string, known?: readonly string[]): FormulaProblem | null {
  const parsed = read(text);
  if (!parsed.ok) return parsed.problem;
  const own = known ?? ownNamesIn(text).filter((name) => NUMBER_NAME.test(name));
  const answers = Object.fromEntries(own.map((name) => [name, SAMPLE.quantity]));
  const sample = computeFormula(text, { ...answers, ...SAMPLE });
  if (!sample.ok && sample.problem.kind === 'unknown-name') return sample.problem;
  // Only what depends on no number of people is wrong for certain; the rest is told where it is tried.
  return !sample.ok && sample.problem.kind === 'no-number' ? sample.problem : null;
}
