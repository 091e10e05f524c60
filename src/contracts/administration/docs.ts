import { untranslated, lazyText } from '@/contracts/language/translate';
import { z } from 'zod';
import { idempotencyKey, rowId } from '@/contracts/forms/fields';
import type { EntryKind } from './kinds';
import { lettersDoc } from './letters';
import { organisationDoc, personDoc, teamDoc } from './people';
import {
  buildingDoc,
  closureDoc,
  dayNoteDoc,
  furtherSiteDoc,
  seasonDoc,
  siteDoc,
  spaceDoc,
  timetableDoc,
} from './places';
import { audienceDoc, categoryDoc, equipmentDoc, serviceDoc, storeDoc } from './things';

/** What there is to say of a thing of each kind: its form, its history and its files all hold this. */
export const DOC_SCHEMAS = {
  site: siteDoc,
  'further-site': furtherSiteDoc,
  season: seasonDoc,
  closure: closureDoc,
  'day-note': dayNoteDoc,
  building: buildingDoc,
  space: spaceDoc,
  timetable: timetableDoc,
  store: storeDoc,
  equipment: equipmentDoc,
  team: teamDoc,
  service: serviceDoc,
  audience: audienceDoc,
  category: categoryDoc,
  organisation: organisationDoc,
  person: personDoc,
  letters: lettersDoc,
} as const satisfies Record<EntryKind, z.ZodType>;

export type DocOf<Kind extends EntryKind> = z.output<(typeof DOC_SCHEMAS)[Kind]>;
/** Whatever kind it is. */
export type AnyDoc = DocOf<EntryKind>;

/** What a form sends; the document itself is read by the schema of its kind. */
export const saveEntrySchema = z.object({
  key: idempotencyKey,
  /** Null makes a new one. */
  id: rowId<number>(untranslated('an entry')).nullable(),
  /** As it was when the form was opened. */
  rowVersion: z.number().int().default(0),
  /** Only looks what would happen. */
  preview: z.boolean().default(false),
  doc: z.record(z.string(), z.unknown(), lazyText`Nothing was filled in.`),
});
export type SaveEntryInput = z.output<typeof saveEntrySchema>;

/** What can be done to an entry beside changing it. */
export const ENTRY_COMMANDS = ['retire', 'bring-back', 'remove', 'up', 'down'] as const;
export type EntryCommand = (typeof ENTRY_COMMANDS)[number];

/** One of these, or only what it would do where it is a preview. */
export const entryCommandSchema = z.object({
  key: idempotencyKey,
  command: z.enum(ENTRY_COMMANDS, lazyText`Say what to do with it.`),
  preview: z.boolean().default(false),
});
export type EntryCommandInput = z.output<typeof entryCommandSchema>;

/** What a change of the house does to what is promised. */
export interface EntryDone {
  readonly id: number;
  readonly name: string;
  readonly summary: string;
  /** What it hits, a sentence each; nothing where nobody would notice. */
  readonly impact: readonly string[];
}

/** An entry as the list of its kind tells it. */
export interface EntryLine {
  readonly id: number;
  readonly name: string;
  /** What tells it from others, in a few words. */
  readonly note: string;
  readonly isRetired: boolean;
}

/** One thing that was done to an entry, in words. */
export interface HistoryOfEntry {
  readonly when: string;
  readonly who: string;
  readonly did: string;
  /** From what to what, a sentence each. */
  readonly changes: readonly string[];
}

/** A thing with what a form needs to show it. */
export interface StoredEntry {
  readonly id: number;
  readonly rowVersion: number;
  readonly name: string;
  readonly isRetired: boolean;
  readonly doc: Readonly<Record<string, unknown>>;
}

/** The lists a field can choose from. */
export type ChoiceList =
  /** Further ones: the office's own is meant where none is chosen. */
  | 'sites'
  | 'buildings'
  | 'spaces'
  | 'stores'
  | 'equipment'
  | 'teams'
  | 'organisations'
  | 'people'
  | 'timetables'
  | 'audiences'
  /** Colours with the categories that have them. */
  | 'hues'
  | 'zones';
/** One line of such a list; spaces and the like by number, hues and audiences by name. */
export interface NamedChoice {
  readonly id: number | string;
  readonly name: string;
}
/** All these lists. */
export type EntryChoices = Readonly<Record<ChoiceList, readonly NamedChoice[]>>;
