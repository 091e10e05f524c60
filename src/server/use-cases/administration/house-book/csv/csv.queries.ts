import { command } from '../../../../db/statement';

export const BEGIN_LINE = command({ sql: 'SAVEPOINT line' });

export const KEEP_LINE = command({ sql: 'RELEASE line' });

export const DROP_LINE = command({ sql: 'ROLLBACK TO line' });
