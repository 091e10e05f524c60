import { addDays, type LocalDate } from '@/core/time/local-time';
import type { Reader } from '../../db/connection';
import { DAY_NOTE_LINES } from './calendar.queries';

interface NoteRow {
  readonly name: string;
  readonly from: LocalDate;
  readonly to: LocalDate;
}

/** What the house says of any of these days, in their order. */
export const dayNoteLines = (reader: Reader, first: LocalDate, days: number): Promise<NoteRow[]> =>
  reader.all(DAY_NOTE_LINES, { first, last: addDays(first, days - 1) });

/** What the house says of each of these days; most say nothing. */
export async function dayNotes(
  reader: Reader,
  first: LocalDate,
  days: number,
): Promise<(date: LocalDate) => readonly string[]> {
  const rows = await dayNoteLines(reader, first, days);
  return (date) => rows.filter(({ from, to }) => from <= date && date <= to).map(({ name }) => name);
}
