import type { RuleUnit } from '../recurrence/editor-model';
import type { Layout } from '../seating/layouts';
import type { LocalDate, Weekday } from '../time/local-time';
import type { Stretch } from './line';

/** How often, as it is said in words; a weekly one with no weekdays falls on that of its first date. */
export interface SaidRule {
  /** From 1. */
  readonly every: number;
  readonly unit: RuleUnit;
  readonly weekdays: readonly Weekday[];
  /** How many dates, where the same words say so. */
  readonly count?: number;
  /** Of a monthly one: which of those weekdays, 1 to 4, −1 the last; empty otherwise. */
  readonly nths: readonly number[];
  /** Of a monthly one: days of the month, −1 the last; empty otherwise. */
  readonly monthDays: readonly number[];
}

/** What a piece of the line says. Minutes are those of the day, from 0. */
export type Meaning =
  | { readonly kind: 'title'; readonly title: string }
  | { readonly kind: 'day'; readonly day: LocalDate }
  /** Several days, each with an event of its own. */
  | { readonly kind: 'days'; readonly days: readonly LocalDate[] }
  /** From one day to another, the last among them: an event over several days, or when a rule begins and ends. */
  | { readonly kind: 'range'; readonly first: LocalDate; readonly last: LocalDate }
  /** The same hours on each day of a range. */
  | { readonly kind: 'each-day' }
  | { readonly kind: 'rule'; readonly rule: SaidRule }
  | { readonly kind: 'count'; readonly count: number }
  /** The last day on which there may be a date of a rule. */
  | { readonly kind: 'until'; readonly day: LocalDate }
  | { readonly kind: 'except'; readonly days: readonly LocalDate[] }
  /** `toMin` is beyond 1,440 where it ends after midnight; null where only the beginning is said. */
  | { readonly kind: 'hours'; readonly fromMin: number; readonly toMin: number | null }
  /** How long it is, in minutes. */
  | { readonly kind: 'length'; readonly minutes: number }
  /** Which half of the day an hour is in; it is part of those hours. */
  | { readonly kind: 'half'; readonly half: 'am' | 'pm' }
  | { readonly kind: 'all-day' }
  | { readonly kind: 'people'; readonly people: number }
  | { readonly kind: 'space'; readonly id: number }
  | { readonly kind: 'layout'; readonly layout: Layout }
  | { readonly kind: 'category'; readonly id: number }
  | { readonly kind: 'host'; readonly id: number }
  | { readonly kind: 'equipment'; readonly id: number; readonly quantity: number }
  /** What is asked for: a space the office finds, or equipment alone. */
  | { readonly kind: 'way'; readonly way: 'office-chooses' | 'loan' };

/** A stretch of the line with what it says. */
export type Piece = Meaning & Stretch;

export type PieceOf<Kind extends Meaning['kind']> = Extract<Piece, { readonly kind: Kind }>;

/** A line as it was read: every word of it is in a piece, joins others, or is in `unread`. */
export interface Reading {
  /** In the order of the line. */
  readonly pieces: readonly Piece[];
  readonly unread: readonly Stretch[];
}

/** What stands in the line and can mean several things, or nothing that is known. */
export interface Unsure {
  readonly kind: 'unsure';
}

/** A stretch of the line while it is read. */
export type Read = Piece | (Unsure & Stretch);

interface Named {
  readonly id: number;
  readonly name: string;
}

/** What can be named in a line. */
export interface Known {
  readonly spaces: readonly (Named & { readonly code: string })[];
  readonly categories: readonly Named[];
  readonly hosts: readonly Named[];
  readonly equipment: readonly Named[];
  /** Names the office gives to ways of setting a space, besides those of the language. */
  readonly layouts: Readonly<Partial<Record<Layout, string>>>;
  readonly seasons: readonly { readonly name: string; readonly to: LocalDate }[];
  readonly today: LocalDate;
}
