import { openDatabase } from '@/server/db/connection';
import { migrate } from '@/server/db/migrate';
import { databaseFile } from '@/server/settings';

/** Migrates the database and fails where it holds no office yet: there would be nothing to look at. */
async function main(): Promise<void> {
  const db = openDatabase(databaseFile());
  await migrate(db);
  const [site] = await db.rows<{ name: string }>('SELECT name FROM site LIMIT 1');
  await db.close();
  if (site) return;
  console.error(
    `${databaseFile()} holds no office yet. Make one: npm run office -- docs/office.example.json`,
  );
  process.exitCode = 1;
}

void main();
