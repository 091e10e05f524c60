import type sqlite3 from 'sqlite3';

const PRAGMAS = `
PRAGMA busy_timeout = 10000;
PRAGMA journal_mode = WAL;
PRAGMA synchronous = NORMAL;
PRAGMA foreign_keys = ON;
PRAGMA cache_size = -65536;
PRAGMA mmap_size = 268435456;
PRAGMA temp_store = MEMORY;
`;

type OpenCallback = (error: Error | null) => void;

/**
 * What Sequelize gets as `dialectModule`. It opens one connection per transaction past its pool, so `afterConnect`
 * and the pool's settings never see them; the constructor is the only place every connection goes through.
 * The driver is loaded with the first database: building the pages needs none.
 */
export function sqliteWithPragmas() {
  const driver = require('sqlite3') as typeof sqlite3;
  /** A `Database` constructor that is ready only once the PRAGMAs hold. */
  function DatabaseWithPragmas(file: string, mode: number, opened: OpenCallback): sqlite3.Database {
    const database = new driver.Database(file, mode, (error) => {
      if (error) opened(error);
      else database.exec(PRAGMAS, opened);
    });
    return database;
  }
  return { ...driver, Database: DatabaseWithPragmas };
}
