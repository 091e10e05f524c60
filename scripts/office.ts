import { readFileSync } from 'node:fs';
import { inWordsOfToday, officeSchema } from '@/contracts/administration/office';
import { openDatabase } from '@/server/db/connection';
import { migrate } from '@/server/db/migrate';
import { databaseFile } from '@/server/platform/settings';
import { createOffice } from '@/server/use-cases/administration/office-file/create-office';
import { OfficeFileError } from '@/server/use-cases/administration/office-file/office-rows';

function readOffice(file: string) {
  const parsed = officeSchema.safeParse(inWordsOfToday(JSON.parse(readFileSync(file, 'utf8'))));
  if (parsed.success) return parsed.data;
  for (const { path, message } of parsed.error.issues)
    console.error(`${path.join('.') || 'the file'}: ${message}`);
  return null;
}

/** Fills an empty database from an office file: `npm run office -- my-office.json`. */
async function main(): Promise<void> {
  const file = process.argv[2];
  const office = file ? readOffice(file) : null;
  if (!office) {
    console.error('Nothing was made. Start from docs/office.example.json: npm run office -- my-office.json');
    process.exitCode = 1;
    return;
  }
  const db = openDatabase(databaseFile());
  await migrate(db);
  try {
    await createOffice(db, office);
    console.log(`${office.site.name} stands in ${databaseFile()}. Start it: npm start`);
  } catch (error) {
    if (!(error instanceof OfficeFileError)) throw error;
    console.error(error.message);
    process.exitCode = 1;
  } finally {
    await db.close();
  }
}

void main();
