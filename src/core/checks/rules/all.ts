import { alsoWanted } from './also-wanted';
import { closed } from './closed';
import { consent } from './consent';
import { crewOutsideHours } from './crew-outside-hours';
import { crewShort } from './crew-short';
import { equipmentShort } from './equipment-short';
import { expectedLater } from './expected-later';
import { featureMissing } from './feature-missing';
import { layoutNotOffered } from './layout-not-offered';
import { noEnd } from './no-end';
import { notAPeriod } from './not-a-period';
import { occupied } from './occupied';
import { outsideHours } from './outside-hours';
import { overPostedLimit } from './over-posted-limit';
import { overSeats } from './over-seats';
import { past } from './past';
import { policy } from './policy';
import type { CheckRule } from './rule';
import { sameAudience } from './same-audience';
import { sharedShoulder } from './shared-shoulder';
import { unitTaken } from './unit-taken';
import { wheelchairPlaces } from './wheelchair-places';

/** Every rule of the check, in the order in which its findings are told of a date. */
export const RULES = {
  occupied,
  'unit-taken': unitTaken,
  'shared-shoulder': sharedShoulder,
  'equipment-short': equipmentShort,
  'over-posted-limit': overPostedLimit,
  'over-seats': overSeats,
  'layout-not-offered': layoutNotOffered,
  'wheelchair-places': wheelchairPlaces,
  'feature-missing': featureMissing,
  closed,
  'outside-hours': outsideHours,
  'crew-outside-hours': crewOutsideHours,
  policy,
  'not-a-period': notAPeriod,
  past,
  'same-audience': sameAudience,
  'crew-short': crewShort,
  'also-wanted': alsoWanted,
  'expected-later': expectedLater,
  'no-end': noEnd,
  consent,
} as const;

export type Rule = keyof typeof RULES;

type FactsOfRule<Name extends Rule> = (typeof RULES)[Name] extends CheckRule<infer Facts> ? Facts : never;

/** Codes and facts only; the sentences are in contracts/words. All minutes are exact minutes. */
export type FindingFacts = {
  readonly [Name in Rule]: { readonly rule: Name } & FactsOfRule<Name>;
}[Rule];

/** The names of all rules, in the order in which their findings are told. Never empty. */
export const RULE_NAMES = Object.keys(RULES) as [Rule, ...Rule[]];

/** The rule of a finding, as one that takes any facts: those of a finding are those of its rule. */
export const ruleOf = ({ rule }: Pick<FindingFacts, 'rule'>): CheckRule<FindingFacts> =>
  RULES[rule] as CheckRule<never> as CheckRule<FindingFacts>;
