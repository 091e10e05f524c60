import type { EpochMinute } from '../time/epoch-minute';

/** Things of one kind that go to a space, or come from it. */
export interface OrderedItem {
  readonly name: string;
  readonly quantity: number;
  readonly store: string;
}

/** What a formula came to; null where it came to nothing that can be carried, which the office is told. */
export interface ComputedItem {
  readonly name: string;
  readonly quantity: number | null;
  readonly store: string;
}

/** How a room goes over from one event to the next, in one piece of work. */
export interface TurnoverContent {
  /** All stays; something is added or taken away; it is set anew. */
  readonly kind: 'keep' | 'top-up' | 'reset';
  readonly before: {
    readonly reference: string;
    readonly eventTitle: string;
    readonly layout: string;
    readonly people: number;
  };
  readonly bring: readonly OrderedItem[];
  readonly takeAway: readonly OrderedItem[];
  readonly stays: readonly OrderedItem[];
  /** Person-minutes saved against clearing and setting. */
  readonly savedMin: number;
}

/**
 * What the crew reads. Names, not ids: an order stays readable when a space is renamed later. What is not there is
 * left out, so that orders of before say the same as ever. Moments in minutes since 1970 UTC.
 */
export interface OrderContent {
  readonly title: string;
  readonly reference: string;
  readonly eventTitle: string;
  readonly place: string;
  readonly building: string;
  readonly layout: string;
  readonly people: number;
  readonly wheelchairs?: number;
  /** The space is the crew's from here; an attendance begins. */
  readonly fromMin: EpochMinute;
  /** Done by then; where an attendance ends. */
  readonly dueMin: EpochMinute;
  readonly equipment: readonly OrderedItem[];
  readonly brings?: readonly ComputedItem[];
  readonly checklist?: readonly string[];
  /** What was answered to the questions of the services it is about. */
  readonly answers?: readonly { readonly question: string; readonly answer: string }[];
  readonly turnover?: TurnoverContent;
  readonly notes: string;
}

// Both sides are built by the same functions or read back from JSON they wrote, so the order of the keys is the same.
/** Whether two versions of an order say the same to whoever does it. */
export const sameContent = (a: OrderContent, b: OrderContent): boolean =>
  JSON.stringify(a) === JSON.stringify(b);

/** Something that is different in a newer version of an order, as data: the words are made where it is shown. */
export type Difference =
  | {
      readonly kind: 'text';
      readonly field: 'title' | 'eventTitle' | 'place' | 'building' | 'layout' | 'notes';
      readonly from: string;
      readonly to: string;
    }
  | {
      readonly kind: 'number';
      readonly field: 'people' | 'wheelchairs';
      readonly from: number;
      readonly to: number;
    }
  | {
      readonly kind: 'moment';
      readonly field: 'fromMin' | 'dueMin';
      readonly from: EpochMinute;
      readonly to: EpochMinute;
    }
  | {
      readonly kind: 'things';
      readonly name: string;
      /** Null where it could not be worked out. */
      readonly from: number | null;
      readonly to: number | null;
    }
  | { readonly kind: 'line'; readonly change: 'added' | 'dropped'; readonly text: string }
  | { readonly kind: 'answer'; readonly question: string; readonly from: string; readonly to: string };

const TEXTS = ['title', 'eventTitle', 'place', 'building', 'layout', 'notes'] as const;
const MOMENTS = ['fromMin', 'dueMin'] as const;

/** How many of each thing an order is about, what comes and what stays together. */
function thingsOf(content: OrderContent): Map<string, number | null> {
  const things = new Map<string, number | null>();
  const add = ({ name, quantity }: ComputedItem) => {
    const before = things.get(name);
    things.set(name, quantity === null || before === null ? null : (before ?? 0) + quantity);
  };
  for (const thing of content.equipment) add(thing);
  for (const thing of content.brings ?? []) add(thing);
  return things;
}

function lines(before: readonly string[], after: readonly string[]): Difference[] {
  return [
    ...after
      .filter((text) => !before.includes(text))
      .map((text) => ({ kind: 'line', change: 'added', text }) as const),
    ...before
      .filter((text) => !after.includes(text))
      .map((text) => ({ kind: 'line', change: 'dropped', text }) as const),
  ];
}

function answers(before: OrderContent, after: OrderContent): Difference[] {
  const of = (content: OrderContent) =>
    new Map((content.answers ?? []).map(({ question, answer }) => [question, answer]));
  const [old, now] = [of(before), of(after)];
  return [...new Set([...old.keys(), ...now.keys()])].flatMap((question) => {
    const [from, to] = [old.get(question) ?? '', now.get(question) ?? ''];
    return from === to ? [] : [{ kind: 'answer', question, from, to } as const];
  });
}

/** What differs between two versions of an order, in the order it is read. The same versions differ in nothing. */
export function differences(before: OrderContent, after: OrderContent): Difference[] {
  const [old, now] = [thingsOf(before), thingsOf(after)];
  const counts = {
    people: [before.people, after.people],
    wheelchairs: [before.wheelchairs ?? 0, after.wheelchairs ?? 0],
  } as const;
  return [
    ...MOMENTS.flatMap((field): Difference[] =>
      before[field] === after[field]
        ? []
        : [{ kind: 'moment', field, from: before[field], to: after[field] }],
    ),
    ...TEXTS.flatMap((field): Difference[] =>
      before[field] === after[field] ? [] : [{ kind: 'text', field, from: before[field], to: after[field] }],
    ),
    ...(['people', 'wheelchairs'] as const).flatMap((field): Difference[] => {
      const [from, to] = counts[field];
      return from === to ? [] : [{ kind: 'number', field, from, to }];
    }),
    ...[...new Set([...old.keys(), ...now.keys()])].flatMap((name): Difference[] => {
      const from = old.get(name) ?? 0;
      const to = now.get(name) ?? 0;
      return from === to ? [] : [{ kind: 'things', name, from, to }];
    }),
    ...lines(before.checklist ?? [], after.checklist ?? []),
    ...answers(before, after),
  ];
}
