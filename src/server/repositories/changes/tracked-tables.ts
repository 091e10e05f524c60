import { TABLES } from '../../db/tables/all';
import { factsOf, type Table } from '../../db/tables/table';

/** Tables whose every change is in the history, by name. */
export const TRACKED: ReadonlyMap<string, Table> = new Map(
  [...TABLES].filter(([, table]) => factsOf(table).past === 'rows'),
);
