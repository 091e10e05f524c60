import type { ClaimDraft } from '../changes/plan-date';
import { verdictOf, type Finding } from '../checks/findings';
import type { AskedFacts, WantedDate } from '../checks/asked';
import type { Side } from '../checks/rules/rule';
import type { EpochMinute } from '../time/epoch-minute';
import { Candidates } from './candidates';
import { type Bounds } from './bounds';
import type { NearWorld } from './near-world';
import {
  compareOrder,
  ALTERNATIVE_KINDS,
  type Candidate,
  type Cut,
  type Alternative,
  type AlternativeKind,
} from './alternative';
import { hasTrouble, isAlternative, troublesOf, type Troubles } from './troubles';

/** A date with where it stands on the wall: its claim is `draft.content`. */
export interface DateInTrouble {
  readonly date: WantedDate;
  readonly draft: ClaimDraft;
  readonly findings: readonly Finding[];
}

/** What is searched in: the world near the date, who asks, and how far a search may go. */
export interface Search {
  readonly near: NearWorld;
  readonly bounds: Bounds;
  readonly asked: AskedFacts;
  readonly side: Side;
  /** What has begun is no alternative. */
  readonly now: EpochMinute;
  /** Whole checks one date may cost; what is left then is told, not looked at. */
  readonly mostChecks: number;
}

/** What was found for one date, the best first; empty where nothing helps. */
export interface Alternatives {
  /** The five that change least, best first. */
  readonly best: readonly Alternative[];
  /** Of every kind that is not among them its best. */
  readonly others: readonly Alternative[];
  readonly cut: Cut;
}

/** At most so many alternatives are told of one date. */
export const MOST_BEST = 5;

/** Whole checks for one date unless said otherwise. Five hundred spaces on a full day need about thirty. */
export const MOST_CHECKS = 400;

/** What only equipment is short for is put right by equipment first. */
const STOCK_FIRST: readonly AlternativeKind[] = [
  'fewer',
  'other-unit',
  'substitute',
  'hire-in',
  'other-time',
  'other-day',
  'when-back',
  'other-space',
  'other-layout',
  'space-and-time',
];

/** Kinds in the order of how little they change what was asked for. */
export const kindsFor = (troubles: Troubles): readonly AlternativeKind[] =>
  troubles.stock.length && !troubles.slots.length ? STOCK_FIRST : ALTERNATIVE_KINDS;

/** Checks candidates one after the other until the budget is spent. */
export class Prover {
  private checks = 0;
  /** What was left unlooked at. */
  cutOff = 0;
  private readonly own: ReadonlySet<string>;

  constructor(
    private readonly search: Search,
    private readonly wanted: DateInTrouble,
    private readonly troubles: Troubles,
  ) {
    this.own = new Set([wanted.date.key]);
  }

  private after(candidate: Candidate): Finding[] {
    const { near, asked } = this.search;
    const { hire } = candidate.cost;
    const date = { ...this.wanted.date, claim: candidate.draft.content };
    const hired = hire && near.hireFor(hire.typeId, hire.quantity, candidate.draft.content);
    return near.check([date], asked, hired);
  }

  /** The alternative a candidate is; null where it is none, or could not be looked at any more. */
  prove(candidate: Candidate): Alternative | null {
    const { near, side, now, mostChecks } = this.search;
    const { content } = candidate.draft;
    if (content.event.start <= now) return null;
    if (!candidate.cost.hire && near.surelyFails(content, this.own)) return null;
    if (this.checks === mostChecks) {
      this.cutOff += 1;
      return null;
    }
    this.checks += 1;
    const findings = this.after(candidate);
    const date = { ...this.wanted.date, claim: content };
    const { does, hasNewDoubt } = isAlternative(this.troubles, troublesOf(date, findings, side));
    return does ? { ...candidate, verdict: verdictOf(findings, side), findings, hasNewDoubt } : null;
  }

  /** The first of them that are alternatives without a new doubt, and those with one met on the way. */
  first(candidates: Iterable<Candidate>, most: number): Alternative[] {
    const found: Alternative[] = [];
    let undoubted = 0;
    let doubted = 0;
    for (const candidate of candidates) {
      const alternative = this.prove(candidate);
      if (!alternative || (alternative.hasNewDoubt && doubted === most)) continue;
      found.push(alternative);
      if (alternative.hasNewDoubt) doubted += 1;
      else undoubted += 1;
      if (undoubted === most) break;
    }
    return found;
  }
}

/** Best first: without a new doubt, then by kind, then by what is nearest of the kind. */
export function rankAlternatives(
  alternatives: readonly Alternative[],
  kinds: readonly AlternativeKind[],
): Alternative[] {
  const rank = (alternative: Alternative) => [
    alternative.hasNewDoubt ? 1 : 0,
    kinds.indexOf(alternative.kind),
    ...alternative.order,
  ];
  return alternatives
    .map((alternative) => ({ alternative, rank: rank(alternative) }))
    .sort((a, b) => compareOrder(a.rank, b.rank))
    .map(({ alternative }) => alternative);
}

const made = new WeakMap<DateInTrouble, { readonly search: Search; readonly candidates: Candidates }>();

/** What might be tried for a date; made once, for its own alternatives and those of its series. */
export function candidatesOf(wanted: DateInTrouble, search: Search): Candidates {
  const known = made.get(wanted);
  if (known?.search === search) return known.candidates;
  const troubles = troublesOf(wanted.date, wanted.findings, search.side);
  const candidates = new Candidates(wanted.draft, troubles, search.bounds);
  made.set(wanted, { search, candidates });
  return candidates;
}

const NOTHING: Alternatives = { best: [], others: [], cut: { candidates: 0 } };

/**
 * What could be done about a date that is blocked or doubtful: each alternative has itself been checked, whole, against
 * the world and the other dates of its request.
 */
export function alternativesOf(wanted: DateInTrouble, search: Search): Alternatives {
  const candidates = candidatesOf(wanted, search);
  const { troubles } = candidates;
  if (!hasTrouble(troubles)) return NOTHING;
  const prover = new Prover(search, wanted, troubles);
  const kinds = kindsFor(troubles);
  const finders: Readonly<Record<AlternativeKind, () => Alternative[]>> = {
    'other-space': () => prover.first(candidates.otherSpaces(), MOST_BEST),
    'other-time': () => [
      ...prover.first(candidates.otherTimes(1), 1),
      ...prover.first(candidates.otherTimes(-1), 1),
    ],
    'other-day': () => prover.first(candidates.otherDays(), MOST_BEST),
    fewer: () => prover.first(candidates.fewer(), MOST_BEST),
    'other-unit': () => prover.first(candidates.otherUnits(), MOST_BEST),
    substitute: () => prover.first(candidates.substitutes(), MOST_BEST),
    'hire-in': () => prover.first(candidates.hired(), MOST_BEST),
    'when-back': () => prover.first(candidates.whenBack(), 1),
    'other-layout': () => prover.first(candidates.otherLayouts(), MOST_BEST),
    'space-and-time': () => prover.first(candidates.spacesAndTimes(), MOST_BEST),
  };
  const found: Alternative[] = [];
  for (const kind of kinds) {
    // Both at once only where there is too little else.
    const isEnough = found.filter(({ hasNewDoubt }) => !hasNewDoubt).length >= MOST_BEST;
    if (kind !== 'space-and-time' || !isEnough) found.push(...finders[kind]());
  }
  const ranked = rankAlternatives(found, kinds);
  const best = ranked.slice(0, MOST_BEST);
  const shown = new Set(best.map(({ kind }) => kind));
  const others = kinds.flatMap((kind) =>
    shown.has(kind) ? [] : (ranked.find((alternative) => alternative.kind === kind) ?? []),
  );
  return { best, others, cut: { candidates: prover.cutOff + candidates.unlooked } };
}
