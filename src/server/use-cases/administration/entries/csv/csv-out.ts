import { stringify } from 'csv-stringify/sync';
import type { CsvKind } from '@/contracts/administration/csv';
import type { Reader } from '../../../../db/connection';
import { repositoryOf } from '../repositories/index';
import { entryLines } from '../read-entries';
import { loadLookup } from './lookup';
import { sheetOf } from './sheet-of';

/** All things of a kind in use as a table (RFC 4180); cells that a spreadsheet would calculate are made harmless. */
export async function csvOf(reader: Reader, kind: CsvKind): Promise<string> {
  const { columns } = sheetOf(kind);
  const names = await loadLookup(reader);
  const rows: string[][] = [];
  for (const { id, isRetired } of await entryLines(reader, kind)) {
    if (isRetired) continue;
    const doc = await repositoryOf(kind).load(reader, id);
    if (doc) rows.push(columns.map((column) => column.write(doc, names)));
  }
  return stringify([columns.map(({ head }) => head), ...rows], {
    escape_formulas: true,
    record_delimiter: '\r\n',
  });
}
