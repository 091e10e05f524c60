import { done } from '@/contracts/base/refusal';
import { writeRow, type EntryRepository } from '../entry-repository';
import { DayNote } from '../../../../db/tables/house';
import { DAY_NOTE_DOC, DAY_NOTE_LINES } from './places.queries';

export const dayNoteRepository: EntryRepository<'day-note'> = {
  table: DayNote,
  retires: false,
  lines: DAY_NOTE_LINES,
  nameOf: ({ name }) => name,
  load: (reader, id) => reader.value(DAY_NOTE_DOC, { id }),
  faults: async () => [],
  store: async ({ tx }, id, { name, from, to }) =>
    done(await writeRow(tx, DayNote, id, { name, from_date: from, to_date: to })),
  remove: (tx, id) => tx.table(DayNote).remove({ id }),
};
