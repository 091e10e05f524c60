import { texts } from '@/contracts/language/translate';
import type { DeskLine } from '@/contracts/decisions/desk';

/** How the desk can be narrowed and ordered; all of it stands in the address. */
export const WHOSE = texts({ all: 'everybody’s', mine: 'mine', nobody: 'nobody’s' } as const);
export const STANDING = texts({
  any: 'all of them',
  clear: 'with clear dates',
  conflict: 'with conflicts',
  office: 'not waiting for an answer',
  rivals: 'asked for by others too',
} as const);
export const ORDERS = texts({
  loss: 'most urgent first',
  begins: 'what begins first',
  asked: 'who asked first',
  people: 'most people',
  title: 'title',
} as const);

export interface DeskFilter {
  readonly q: string;
  readonly whose: keyof typeof WHOSE;
  readonly standing: keyof typeof STANDING;
  readonly building: string;
  readonly order: keyof typeof ORDERS;
}

const oneOf = <Key extends string>(
  table: Readonly<Record<Key, string>>,
  text: string | null,
  none: Key,
): Key => (text !== null && Object.hasOwn(table, text) ? (text as Key) : none);

/** Saved views hold the words of before. */
const CALLED_BEFORE = new Map<string | null, string>([['clash', 'conflict']]);

/** Anything unknown in an address is left out: it may come from an older version. */
export const filterOf = (query: Pick<URLSearchParams, 'get'>): DeskFilter => ({
  q: query.get('q') ?? '',
  whose: oneOf(WHOSE, query.get('whose'), 'all'),
  standing: oneOf(STANDING, CALLED_BEFORE.get(query.get('with')) ?? query.get('with'), 'any'),
  building: query.get('in') ?? '',
  order: oneOf(ORDERS, query.get('order'), 'loss'),
});

/** The address of a filter: only what differs from the plain desk. */
export function addressOf({ q, whose, standing, building, order }: DeskFilter): string {
  const query = new URLSearchParams();
  if (q) query.set('q', q);
  if (whose !== 'all') query.set('whose', whose);
  if (standing !== 'any') query.set('with', standing);
  if (building) query.set('in', building);
  if (order !== 'loss') query.set('order', order);
  return query.size ? `/desk?${query}` : '/desk';
}

const STANDS: Readonly<Record<keyof typeof STANDING, (line: DeskLine) => boolean>> = {
  any: () => true,
  clear: ({ clear }) => clear.length > 0,
  conflict: ({ verdicts }) => verdicts.conflict > 0,
  office: ({ isAnswerAwaited }) => !isAnswerAwaited,
  rivals: ({ rivals }) => rivals > 0,
};

const IS_WHOSE: Readonly<Record<keyof typeof WHOSE, (line: DeskLine) => boolean>> = {
  all: () => true,
  mine: ({ isMine }) => isMine,
  nobody: ({ handler }) => handler === null,
};

// The server's own order is that of what is lost.
const BY: Readonly<Record<keyof typeof ORDERS, (a: DeskLine, b: DeskLine) => number>> = {
  loss: () => 0,
  begins: (a, b) => a.beginsMin - b.beginsMin,
  asked: (a, b) => a.askedMin - b.askedMin,
  people: (a, b) => b.people - a.people,
  title: (a, b) => a.title.localeCompare(b.title),
};

/** The lines a filter leaves, in its order; every word of the search has to stand somewhere in a line. */
export function narrowed(lines: readonly DeskLine[], filter: DeskFilter): DeskLine[] {
  const words = filter.q.toLowerCase().split(/\s+/).filter(Boolean);
  const says = ({ reference, title, host, requester, category, places, handler }: DeskLine) =>
    [reference, title, host, requester, category, places, handler?.name ?? ''].join(' ').toLowerCase();
  return lines
    .filter(
      (line) =>
        IS_WHOSE[filter.whose](line) &&
        STANDS[filter.standing](line) &&
        (!filter.building || line.buildings.includes(filter.building)) &&
        words.every((word) => says(line).includes(word)),
    )
    .sort(BY[filter.order]);
}
