import { Migration } from './tables/house';
import { Umzug } from 'umzug';
import { keep, type OpenDatabase } from './connection';
import { house } from './migrations/001-house';
import { records } from './migrations/001-records';
import { requests } from './migrations/001-requests';
import { engine } from './migrations/002-engine';
import { houseVersion } from './migrations/003-house-version';
import { looking } from './migrations/004-looking';
import { asking } from './migrations/005-asking';
import { waysOut } from './migrations/006-ways-out';
import { deciding } from './migrations/007-deciding';
import { consents } from './migrations/008-consent';
import { floors } from './migrations/009-floors';
import { settingUp } from './migrations/010-setting-up';
import { aroundTheEvent } from './migrations/011-around-the-event';
import { publishing } from './migrations/012-publishing';
import { houseRules } from './migrations/013-house-rules';
import { accounts } from './migrations/014-accounts';
import { ownSettings } from './migrations/015-own-settings';
import { wordsOfTheHouse } from './migrations/016-words-of-the-house';
import { pictures } from './migrations/017-pictures';
import { dayNotes } from './migrations/018-day-notes';
import { languageOfHouse } from './migrations/019-language';
import { houseDefaults } from './migrations/020-house-defaults';
import { settledApprovals } from './migrations/021-settled-approvals';
import { foundWhenRemoved } from './migrations/022-found-when-removed';
import { numbersOnce } from './migrations/023-numbers-once';
import { wheelchairsOfSpaces } from './migrations/024-wheelchairs';
import { numbersAnswered } from './migrations/025-numbers-answered';
import { risksAsFound } from './migrations/026-risks-as-found';
import { whatWasDone } from './migrations/027-what-was-done';

/** In order, never edited once released: a change is a new entry. */
const MIGRATIONS: readonly { readonly name: string; readonly statements: readonly string[] }[] = [
  { name: '001-initial', statements: [...house, ...requests, ...records] },
  { name: '002-engine', statements: engine },
  { name: '003-house-version', statements: houseVersion },
  { name: '004-looking', statements: looking },
  { name: '005-asking', statements: asking },
  { name: '006-ways-out', statements: waysOut },
  { name: '007-deciding', statements: deciding },
  { name: '008-consent', statements: consents },
  { name: '009-floors', statements: floors },
  { name: '010-setting-up', statements: settingUp },
  { name: '011-around-the-event', statements: aroundTheEvent },
  { name: '012-publishing', statements: publishing },
  { name: '013-house-rules', statements: houseRules },
  { name: '014-accounts', statements: accounts },
  { name: '015-own-settings', statements: ownSettings },
  { name: '016-words-of-the-house', statements: wordsOfTheHouse },
  { name: '017-pictures', statements: pictures },
  { name: '018-day-notes', statements: dayNotes },
  { name: '019-language', statements: languageOfHouse },
  { name: '020-house-defaults', statements: houseDefaults },
  { name: '021-settled-approvals', statements: settledApprovals },
  { name: '022-found-when-removed', statements: foundWhenRemoved },
  { name: '023-numbers-once', statements: numbersOnce },
  { name: '024-wheelchairs', statements: wheelchairsOfSpaces },
  { name: '025-numbers-answered', statements: numbersAnswered },
  { name: '026-risks-as-found', statements: risksAsFound },
  { name: '027-what-was-done', statements: whatWasDone },
];

export const MIGRATION_NAMES: readonly string[] = MIGRATIONS.map(({ name }) => name);

const CREATE_LOG = `CREATE TABLE IF NOT EXISTS migration (name TEXT PRIMARY KEY) STRICT, WITHOUT ROWID`;

/** Brings the schema up to date, each migration in one transaction with its entry; returns the names of those run. */
export async function migrate(db: OpenDatabase): Promise<string[]> {
  await db.write(async (tx) => keep(await tx.run(CREATE_LOG)));
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, statements }) => ({
      name,
      up: async () =>
        db.write(async (tx) => {
          for (const statement of statements) await tx.run(statement);
          return keep(await tx.run('INSERT INTO migration (name) VALUES ($name)', { name }));
        }),
    })),
    storage: {
      executed: async () => (await db.table(Migration).all()).map(({ name }) => name),
      // Written by `up` in the transaction of the migration itself.
      logMigration: async () => undefined,
      unlogMigration: async () => {
        throw new Error('migrations only go forward; restore a backup to go back');
      },
    },
    logger: undefined,
  });
  return (await umzug.up()).map(({ name }) => name);
}
