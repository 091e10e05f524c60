import { command } from '../../../db/statement';

export const TAKE_IN = command({ sql: 'SAVEPOINT line' });

export const CSV_IN_TAKE_IN = command({ sql: 'RELEASE line' });

export const CSV_IN_TAKE_IN_2 = command({ sql: 'ROLLBACK TO line' });
