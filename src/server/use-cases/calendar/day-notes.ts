import { addDays, type LocalDate } from '@/core/time/local-time';
import type { Reader } from '../../db/connection';
import { CLOSURE_LINES, DAY_NOTE_LINES } from './calendar.queries';

interface NoteRow {
  readonly name: string;
  readonly from: LocalDate;
  readonly to: LocalDate;
}

/** What the house says of any of these days, in their order. */
export const dayNoteLines = (reader: Reader, first: LocalDate, days: number): Promise<NoteRow[]> =>
  reader.all(DAY_NOTE_LINES, { first, last: addDays(first, days - 1) });

const namesOn = (rows: readonly NoteRow[], date: LocalDate): string[] =>
  rows.filter(({ from, to }) => from <= date && date <= to).map(({ name }) => name);

/** What the office says of each of these days, and why it is closed; most days have neither. */
export async function dayNotes(
  reader: Reader,
  first: LocalDate,
  days: number,
): Promise<(date: LocalDate) => { readonly notes: readonly string[]; readonly closures: readonly string[] }> {
  const notes = await dayNoteLines(reader, first, days);
  const closures = await reader.all(CLOSURE_LINES, { first, last: addDays(first, days - 1) });
  return (date) => ({ notes: namesOn(notes, date), closures: namesOn(closures, date) });
}
