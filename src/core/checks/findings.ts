import type { Found, Read, Severity, Side } from './rules/rule';
import { RULE_NAMES, RULES, ruleOf, type FindingFacts, type Rule } from './rules/all';

/** What a rule found of one date: its facts, under the key of the date, with the space it is about or null. */
export type Finding = Found<FindingFacts>;

/** How much a finding weighs. */
export function severityOf(facts: FindingFacts, side: Side): Severity {
  const rule = ruleOf(facts);
  return rule.isOnlyTold?.(facts) ? 'notes' : rule.severity[side];
}

/** The worst of all findings of a date: nothing, a warning, or a conflict. */
export type Verdict = 'clear' | 'warning' | 'conflict';

/** *conflict* when anything blocks, *warning* when anything warns; *clear* for an empty list. */
export function verdictOf(findings: readonly Finding[], side: Side): Verdict {
  const severities = findings.map(({ facts }) => severityOf(facts, side));
  if (severities.includes('blocks')) return 'conflict';
  return severities.includes('warns') ? 'warning' : 'clear';
}

/** Findings no manager can go past. */
export const unapprovable = (findings: readonly Finding[]): Finding[] =>
  findings.filter(({ facts }) => RULES[facts.rule].override === 'nobody');

/**
 * Whether somebody who looks after a place has still to agree. False for an empty list; true as well where one of them
 * has refused.
 */
export const awaitsConsent = (findings: readonly Finding[]): boolean =>
  findings.some(({ facts }) => facts.rule === 'consent');

/** Whether somebody who looks after a place has said no. False for an empty list. */
export const isConsentRefused = (findings: readonly Finding[]): boolean =>
  findings.some(({ facts }) => facts.rule === 'consent' && facts.state === 'refused');

/** Findings a manager may go past by giving a reason. */
export const needingReason = (findings: readonly Finding[]): Finding[] =>
  findings.filter(({ facts }) => RULES[facts.rule].override === 'manager');

/** Rules that can befall approved dates when these facts of spaces, equipment or shifts change. */
export const rulesThatBefallBy = (...changed: readonly Read[]): Rule[] =>
  RULE_NAMES.filter((name) => RULES[name].befallsBy.some((each) => changed.includes(each)));
