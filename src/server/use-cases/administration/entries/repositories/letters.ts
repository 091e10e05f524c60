import { t } from '@/contracts/language/translate';
import { lettersDoc } from '@/contracts/administration/letters';
import { done } from '@/contracts/base/refusal';
import { writeRow, type EntryRepository } from '../entry-repository';
import { WORDING } from './shared.queries';
import { LetterWording } from '../../../../db/tables/house';
import { LETTERS_LINES } from './places.queries';
import { readJson } from '../../../../db/tables/column';

export const lettersRepository: EntryRepository<'letters'> = {
  table: LetterWording,
  retires: false,
  lines: LETTERS_LINES,
  nameOf: () => t`Letters`,
  load: async (reader, id) => {
    const [row] = await reader.all(WORDING, { id });
    // Kinds of letters that came since it was saved are empty, and said in our words.
    return row ? lettersDoc.parse(readJson(row.doc)) : null;
  },
  faults: async () => [],
  store: async ({ tx }, id, doc) => {
    const chosen = Object.fromEntries(Object.entries(doc).filter(([, text]) => text !== ''));
    return done(await writeRow(tx, LetterWording, id, { doc: JSON.stringify(chosen) }));
  },
  remove: async () => {
    throw new Error('the wording of letters is never removed');
  },
};
