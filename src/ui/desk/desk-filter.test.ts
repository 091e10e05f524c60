import type { DeskLine } from '@/contracts/decisions/desk';
import { addressOf, filterOf, narrowed } from './desk-filter';

const line = (reference: string, more: Partial<DeskLine> = {}) =>
  ({
    reference,
    title: `Event ${reference}`,
    host: 'Moss Circle',
    requester: 'Isolde Marsh',
    category: 'Talks',
    places: 'Boathouse',
    buildings: ['Lakeside'],
    handler: null,
    isMine: false,
    clear: [],
    verdicts: { clear: 0, warning: 0, conflict: 0 },
    rivals: 0,
    isAnswerAwaited: false,
    people: 10,
    beginsMin: 0,
    askedMin: 0,
    ...more,
  }) as DeskLine;

const lines = [
  line('AAA', { people: 5, beginsMin: 9, handler: { id: 1, name: 'Wren Calloway' }, isMine: true }),
  line('BBB', { clear: [1 as never], rivals: 2, beginsMin: 3, title: 'Bulb exchange' }),
  line('CCC', {
    buildings: ['Old Stables'],
    isAnswerAwaited: true,
    verdicts: { clear: 0, warning: 0, conflict: 2 },
  }),
];
const shown = (query: string) =>
  narrowed(lines, filterOf(new URLSearchParams(query))).map(({ reference }) => reference);

test.each([
  ['', ['AAA', 'BBB', 'CCC']],
  ['whose=mine', ['AAA']],
  ['whose=nobody', ['BBB', 'CCC']],
  ['with=clear', ['BBB']],
  ['with=conflict', ['CCC']],
  ['with=clash', ['CCC']],
  ['with=office', ['AAA', 'BBB']],
  ['with=rivals', ['BBB']],
  ['in=Old+Stables', ['CCC']],
  ['q=wren', ['AAA']],
  ['q=bulb+moss', ['BBB']],
  ['q=bulb+wren', []],
  ['order=begins', ['CCC', 'BBB', 'AAA']],
  ['order=title', ['BBB', 'AAA', 'CCC']],
  ['whose=anything&order=never', ['AAA', 'BBB', 'CCC']],
])('%s', (query, references) => expect(shown(query)).toEqual(references));

test('a filter and its address say the same', () => {
  const address = '/desk?q=bulb&whose=mine&with=clear&in=Lakeside&order=people';
  expect(addressOf(filterOf(new URL(address, 'http://x').searchParams))).toBe(address);
  expect(addressOf(filterOf(new URLSearchParams()))).toBe('/desk');
});
