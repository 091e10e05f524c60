import type { Language } from '@/contracts/language/languages';
import type { RuleUnit } from '@/core/recurrence/editor-model';
import type { Layout } from '@/core/seating/layouts';

/** How a request in one line is said in a language. */
export interface QuickGrammar {
  /** What else people call a layout, besides its name. */
  readonly layouts: Readonly<Record<Layout, readonly string[]>>;
  /** Source of what stands before a time, as in `at 2 pm`, and behind it, as in `14 Uhr`. */
  readonly at: string;
  readonly oClock: string;
  /** Source of what may stand before, and what stands between two times. */
  readonly from: string;
  readonly until: string;
  /** A number of people, of dates: the number is the first group. */
  readonly people: RegExp;
  readonly times: RegExp;
  /** Groups: a word by itself, a number or another, a unit. */
  readonly every: RegExp;
  readonly other: RegExp;
  readonly words: Readonly<Record<string, readonly [number, RuleUnit]>>;
  readonly units: Readonly<Record<string, RuleUnit>>;
  /** Words that only join others. */
  readonly joining: RegExp;
  /** What the names of categories end in when there are several. */
  readonly many: RegExp;
}

const ENGLISH: QuickGrammar = {
  layouts: {
    theatre: ['rows', 'theatre', 'theatre style'],
    classroom: ['classroom', 'classroom style'],
    rounds: ['rounds', 'banquet'],
    boardroom: ['boardroom', 'long table'],
    standing: [],
    empty: ['empty', 'cleared floor', 'no furniture'],
    cabaret: ['cabaret', 'cabaret style', 'half rounds'],
    'u-shape': ['u-shape', 'u shape', 'horseshoe'],
    'hollow-square': ['hollow square', 'tables in a rectangle'],
    exam: ['exam tables', 'exam style'],
    circle: ['circle of chairs', 'in a circle'],
  },
  at: 'at\\s+',
  oClock: '',
  from: 'from\\s+',
  until: '-|–|to|until|till',
  people: /\b(?:for\s+)?(\d{1,6})\s*(?:people|persons|guests|heads|of us|seats)\b/i,
  times: /\b(\d{1,3})\s+(?:times|dates)\b/i,
  every:
    /\b(?:(daily|weekly|fortnightly|monthly|yearly)|every\s+(?:(other|\d{1,2})\s+)?(day|week|month|year)s?)\b/i,
  other: /other/i,
  words: {
    daily: [1, 'day'],
    weekly: [1, 'week'],
    fortnightly: [2, 'week'],
    monthly: [1, 'month'],
    yearly: [1, 'year'],
  },
  units: { day: 'day', week: 'week', month: 'month', year: 'year' },
  joining: /^(a|an|and|at|by|for|from|in|into|is|of|on|please|the|there|to|we|with|,|;|\.|-|–)$/i,
  many: /s$/,
};

const GERMAN: QuickGrammar = {
  layouts: {
    theatre: ['Reihen', 'Kino', 'Reihenbestuhlung'],
    classroom: ['Tischreihen', 'Parlament', 'parlamentarisch', 'Schule'],
    rounds: ['Tischrunden', 'Bankett'],
    boardroom: ['langer Tisch', 'Konferenztisch'],
    standing: ['stehend', 'im Stehen', 'Stehempfang'],
    empty: ['leer', 'ohne Möbel'],
    cabaret: ['Kabarett', 'halbe Tischrunden'],
    'u-shape': ['U-Form', 'Tische in U-Form'],
    'hollow-square': ['Karree', 'Tische im Karree'],
    exam: ['Prüfungstische', 'Klausurtische'],
    circle: ['im Stuhlkreis', 'im Kreis'],
  },
  at: '(?:um|ab)\\s+',
  oClock: '(?:\\s*Uhr)?',
  from: 'von\\s+',
  until: '-|–|bis',
  people: /\b(?:für\s+)?(\d{1,6})\s*(?:personen|leute|gäste|menschen|plätze)(?!\p{L})/iu,
  times: /\b(\d{1,3})\s*(?:mal|termine)\b/i,
  every:
    /(?<!\p{L})(?:(täglich|wöchentlich|vierzehntäglich|monatlich|jährlich)|(?:jede[nrs]?|alle)\s+(?:(zweite[nrs]?|\d{1,2})\s+)?(tage?|wochen?|monate?|jahre?))(?!\p{L})/iu,
  other: /zweite/i,
  words: {
    täglich: [1, 'day'],
    wöchentlich: [1, 'week'],
    vierzehntäglich: [2, 'week'],
    monatlich: [1, 'month'],
    jährlich: [1, 'year'],
  },
  units: {
    tag: 'day',
    tage: 'day',
    woche: 'week',
    wochen: 'week',
    monat: 'month',
    monate: 'month',
    jahr: 'year',
    jahre: 'year',
  },
  joining:
    /^(am|an|auf|bei|bitte|das|dem|den|der|die|ein|eine|einen|es|für|im|in|ist|mit|um|und|uns|vom|von|wir|zu|zum|zur|,|;|\.|-|–)$/i,
  many: /(en|er|e|n|s)$/,
};

export const grammarOf = (language: Language): QuickGrammar => (language === 'de' ? GERMAN : ENGLISH);
