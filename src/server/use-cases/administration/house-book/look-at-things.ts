import { doneFactsSchema } from '@/contracts/done-facts';
import { sayDone } from '@/contracts/say-done';
import { say } from '@/contracts/language/say';
import type {
  ChoiceList,
  HistoryOfThing,
  HouseChoices,
  KeptThing,
  NamedChoice,
  ThingLine,
} from '@/contracts/house-book/docs';
import type { Field } from '@/contracts/house-book/form-parts';
import { HOUSE_FORMS } from '@/contracts/house-book/forms';
import {
  HOUSE_KINDS,
  isToldKind,
  type HistoryKind,
  type HouseKind,
  type Said,
} from '@/contracts/house-book/kinds';
import { sayDocChanges, saySaidChanges, type NameOf } from '@/contracts/house-book/words';
import { momentText } from '@/contracts/words/when';
import type { Context } from '../../../context/context';
import type { Reader } from '../../../db/connection';
import { siteZone } from '../../../repositories/world/space-facts';
import { houseChoices, houseNames } from './house-choices';
import { keeperOf } from './keepers/index';
import type { RowOfShape } from '../../../db/statement';
import { HISTORY_OF_ENTRY } from './house-book.queries';
import { entryState } from './keeper';

/** All things of a kind, in use and out of use, in the order of the house. */
export async function thingLines(reader: Reader, kind: HouseKind): Promise<ThingLine[]> {
  const { lines, noteOf } = keeperOf(kind);
  const rows = await reader.all(lines);
  return rows.map((row) => ({
    ...row,
    note: noteOf ? noteOf(JSON.parse(row.note) as (string | number | null)[]) : row.note,
    isRetired: row.isRetired === 1,
  }));
}

/** How many of each kind are in use. */
export async function countThings(reader: Reader): Promise<Readonly<Record<HouseKind, number>>> {
  const counts = {} as Record<HouseKind, number>;
  for (const kind of HOUSE_KINDS)
    counts[kind] = (await thingLines(reader, kind)).filter(({ isRetired }) => !isRetired).length;
  return counts;
}

/** A thing as its form shows it; null where there is none. */
export async function keptThing(reader: Reader, kind: HouseKind, id: number): Promise<KeptThing | null> {
  const keeper = keeperOf(kind);
  const doc = await keeper.load(reader, id);
  const state = await entryState(reader, keeper.table, id);
  if (!doc || !state) return null;
  return {
    id,
    rowVersion: state.rowVersion,
    name: keeper.nameOf(doc),
    isRetired: state.isRetired,
    doc: doc as unknown as KeptThing['doc'],
  };
}

/** Everything a field names of a document, with the list it is of. */
function namedIn(
  fields: readonly Field[],
  doc: Readonly<Record<string, unknown>>,
): [ChoiceList, number | string][] {
  return fields.flatMap((field): [ChoiceList, number | string][] => {
    const value = doc[field.name];
    if (field.kind === 'rows')
      return ((value as Record<string, unknown>[] | undefined) ?? []).flatMap((row) =>
        namedIn(field.fields, row),
      );
    if ((field.kind !== 'choice' && field.kind !== 'several') || typeof field.from !== 'string') return [];
    const ids = field.kind === 'several' ? ((value as number[] | undefined) ?? []) : [value as number | null];
    return ids.flatMap((id) => (id === null || id === undefined ? [] : [[field.from as ChoiceList, id]]));
  });
}

/** The choices, and with them what the thing names though it is out of use by now: it can be left as it is. */
export async function choicesFor(
  reader: Reader,
  kind: HouseKind,
  thing: KeptThing | null,
): Promise<HouseChoices> {
  const choices = await houseChoices(reader);
  if (!thing) return choices;
  const nameOf = await houseNames(reader);
  const fields = HOUSE_FORMS[kind].sections.flatMap((section) => section.fields);
  const more: Partial<Record<ChoiceList, NamedChoice[]>> = {};
  for (const [list, id] of namedIn(fields, thing.doc))
    if (!choices[list].some((each) => each.id === id))
      (more[list] ??= []).push({ id, name: say`${nameOf(list, id)}, out of use` });
  return Object.fromEntries(
    Object.entries(choices).map(([list, all]) => [list, [...all, ...(more[list as ChoiceList] ?? [])]]),
  ) as unknown as HouseChoices;
}

type HistoryRow = RowOfShape<typeof HISTORY_OF_ENTRY.row>;

const docOf = <Doc>(json: string | null): Doc | null => (json === null ? null : (JSON.parse(json) as Doc));

const changesOf = (kind: HistoryKind, { before, after }: HistoryRow, nameOf: NameOf): string[] =>
  isToldKind(kind)
    ? saySaidChanges(docOf<Said>(before), docOf<Said>(after))
    : sayDocChanges(kind, docOf<KeptThing['doc']>(before), docOf<KeptThing['doc']>(after), nameOf);

/** What was done to a thing, the latest first. */
export async function historyOfThing(ctx: Context, kind: HistoryKind, id: number): Promise<HistoryOfThing[]> {
  const rows = await ctx.db.all(HISTORY_OF_ENTRY, { kind, id });
  if (!rows.length) return [];
  const [nameOf, tzid] = [await houseNames(ctx.db), await siteZone(ctx.db)];
  return rows.map((row) => ({
    when: momentText(row.at, tzid),
    who: row.who ?? 'Calendario',
    did: row.facts === null ? say(row.did) : sayDone(doneFactsSchema.parse(JSON.parse(row.facts))),
    changes: changesOf(kind, row, nameOf),
  }));
}
