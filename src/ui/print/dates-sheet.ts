import { t, texts } from '@/contracts/language/translate';
import type { DateChoices, DatesReply } from '@/contracts/calendar/dates';
import type { PrintQuery } from '@/contracts/calendar/print';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { dayLong, dayShort } from '@/contracts/words/when';
import type { Cell, Column, MarkSign, Part } from '@/core/printing/sheet';
import { addDays } from '@/core/time/local-time';
import {
  apart,
  hoursInList,
  onDay,
  placesText,
  readEntries,
  titleText,
  type DateEntry,
} from '@/ui/calendar/entries';
import { bandWords } from './print-words';

const BRIEF: readonly Column[] = [
  { title: '', share: 1.3 },
  { title: '', share: 3.6 },
  { title: '', share: 2 },
];
const DETAILED: readonly Column[] = texts([
  { title: 'When', share: 1.3 },
  { title: 'What', share: 3.4 },
  { title: 'Where', share: 2 },
  { title: 'Who', share: 1.7 },
  { title: 'People', share: 0.7 },
]);

export const signOf = ({ in: { category } }: DateEntry): MarkSign | null => {
  const [first] = category;
  return first ? { mark: first.mark ?? '', hue: first.hue ?? 'ink' } : null;
};

function whatCell(entry: DateEntry, isDetailed: boolean): Cell {
  const more = isDetailed ? [entry.nth && t`date ${entry.nth}`, entry.text].filter(Boolean).join('\n') : '';
  return {
    text: [titleText(entry), more].filter(Boolean).join('\n'),
    isBold: entry.title !== null && !isDetailed,
    isStruck: entry.state === 'cancelled',
    sign: signOf(entry),
  };
}

function rowOf(entry: DateEntry, when: string, isDetailed: boolean): Cell[] {
  const brief = [{ text: when }, whatCell(entry, isDetailed)];
  if (!isDetailed) return [...brief, { text: placesText(entry) }];
  const places = entry.places.map(({ name, layout }) =>
    entry.title === null ? name : `${name}, ${LAYOUT_WORDS[layout]}`,
  );
  return [
    ...brief,
    { text: places.join('\n') || t`no space` },
    { text: entry.in.host.map(({ name }) => name).join('\n') },
    { text: entry.people ? String(entry.people) : '' },
  ];
}

/** Days one after the other, each with what is on. */
function byDay(entries: readonly DateEntry[], { from, days, detail }: PrintQuery, tzid: string): Part[] {
  const isDetailed = detail === 'detailed';
  return Array.from({ length: days }, (_, index) => addDays(from, index)).flatMap((day): Part[] => {
    const there = onDay(entries, day, tzid);
    if (!there.length) return [];
    const rows = there.map((entry) => rowOf(entry, hoursInList(entry, day, tzid), isDetailed));
    return [
      { kind: 'heading', text: dayLong(day) },
      { kind: 'table', columns: isDetailed ? DETAILED : BRIEF, rows },
    ];
  });
}

/** One group after the other, each with its days. */
function byGroup(
  entries: readonly DateEntry[],
  query: PrintQuery,
  choices: DateChoices,
  tzid: string,
): Part[] {
  const isDetailed = query.detail === 'detailed';
  const [when, ...others] = isDetailed ? DETAILED : BRIEF;
  const columns = [{ ...when!, share: 2.2 }, ...others];
  return apart(entries, query.by, query.only ?? [], choices).flatMap(({ choice, entries: own }): Part[] => [
    { kind: 'heading', text: choice.name },
    own.length
      ? {
          kind: 'table',
          columns,
          rows: Array.from({ length: query.days }, (_, index) => addDays(query.from, index)).flatMap((day) =>
            onDay(own, day, tzid).map((entry) =>
              rowOf(
                entry,
                `${dayShort(day).replace(/ \d{4}$/, '')}, ${hoursInList(entry, day, tzid)}`,
                isDetailed,
              ),
            ),
          ),
        }
      : { kind: 'text', text: t`Nothing in these days.` },
  ]);
}

/** The signs that are on a print, with their names. */
export function keyOf(entries: readonly DateEntry[], withBands: boolean): Part {
  const signs = new Map(
    entries.flatMap(({ in: { category } }) =>
      category
        .slice(0, 1)
        .map((each) => [each.id, { mark: each.mark ?? '', hue: each.hue ?? 'ink', name: each.name }]),
    ),
  );
  return { kind: 'key', signs: [...signs.values()], bands: withBands ? bandWords() : null };
}

/** Dates for printing: by day, or by what they are told apart by. */
export function datesParts(
  reply: DatesReply,
  choices: DateChoices,
  query: PrintQuery,
  tzid: string,
): readonly Part[] {
  const entries = readEntries(reply.dates, choices);
  const parts = query.apart ? byGroup(entries, query, choices, tzid) : byDay(entries, query, tzid);
  if (!entries.length) return [{ kind: 'text', text: t`Nothing is on in these days.` }];
  return [
    ...parts,
    ...(reply.isCut
      ? [
          {
            kind: 'text' as const,
            text: t`Not all dates have room here: print fewer days, or choose fewer things.`,
          },
        ]
      : []),
    keyOf(entries, false),
  ];
}
