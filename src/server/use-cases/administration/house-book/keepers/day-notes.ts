import type { DayNoteDoc } from '@/contracts/house-book/places';
import { done } from '@/contracts/refusal';
import { oneJson, writeRow, type Keeper } from '../keeper';
import { DayNote } from '../../../../db/tables/house';

export const dayNoteKeeper: Keeper<'day-note'> = {
  table: 'day_note',
  retires: false,
  lines: `SELECT id, name, iif(from_date = to_date, from_date, from_date || ' – ' || to_date) AS note, 0 AS isRetired FROM day_note ORDER BY from_date, id`,
  nameOf: ({ name }) => name,
  load: (reader, id) =>
    oneJson<DayNoteDoc>(
      reader,
      `SELECT json_object('name', name, 'from', from_date, 'to', to_date) FROM day_note WHERE id = $id`,
      id,
    ),
  faults: async () => [],
  store: async ({ tx }, id, { name, from, to }) =>
    done(await writeRow(tx, DayNote, id, { name, from_date: from, to_date: to })),
  remove: (tx, id) => tx.table(DayNote).remove({ id }),
};
