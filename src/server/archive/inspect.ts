import { t } from '@/contracts/language/translate';
import { createHash } from 'node:crypto';
import { createReadStream, existsSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { manifestSchema, type OfficeCounts, type Manifest } from '@/contracts/administration/archive';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { openDatabase, type OpenDatabase, type Reader } from '../db/connection';
import { violations } from '../effects/invariants';
import { migrate, MIGRATION_NAMES } from '../db/migrate';
import { MANIFEST } from './folders';
import { FILES_AND_PICTURES, SCHEMA, OFFICE_COUNTS, INTEGRITY, MIGRATIONS } from './archive.queries';
import { mainSite } from '../repositories/house/main-site';

const bad = (why: string) => refuse({ code: 'bad-archive', why });

function readManifest(folder: string): Manifest | null {
  const file = join(folder, MANIFEST);
  if (!existsSync(file) || statSync(file).size > 100_000) return null;
  try {
    return manifestSchema.safeParse(JSON.parse(readFileSync(file, 'utf8'))).data ?? null;
  } catch {
    return null;
  }
}

const schemaOf = async (reader: Reader): Promise<string> => JSON.stringify(await reader.all(SCHEMA));

/** The schema the migrations make, of a database made for that. */
async function ownSchema(folder: string): Promise<string> {
  const db = openDatabase(join(folder, 'own-schema.sqlite'));
  try {
    await migrate(db);
    return await schemaOf(db);
  } finally {
    await db.close();
  }
}

export async function countOffice(reader: Reader): Promise<OfficeCounts> {
  const counts = await reader.first(OFFICE_COUNTS);
  if (!counts) throw new Error('a statement without FROM gives one row');
  return counts;
}

async function shaOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}

/** A file the database speaks of that is not there as it says; null where all are. */
async function lostFile(reader: Reader, folder: string): Promise<string | null> {
  const files = await reader.all(FILES_AND_PICTURES);
  for (const { name, stored, bytes, sha256 } of files) {
    const path = join(folder, 'files', stored);
    const isThere = /^[\w-]+$/.test(stored) && existsSync(path) && statSync(path).size === bytes;
    if (!isThere || (await shaOf(path)) !== sha256) return name;
  }
  return null;
}

/** What is wrong with the database of a house; null where nothing is. */
async function faultOf(db: OpenDatabase, folder: string): Promise<string | null> {
  const check = await db.first(INTEGRITY);
  if (check?.integrity_check !== 'ok') return t`Its database is damaged.`;
  const known = await db.all(MIGRATIONS);
  if (known.some(({ name }) => !MIGRATION_NAMES.includes(name)))
    return t`It was made by a newer version of this application. Bring this one up to date first.`;
  await migrate(db);
  if ((await schemaOf(db)) !== (await ownSchema(folder)))
    return t`Its database has other tables than an office has.`;
  if ((await db.rows('PRAGMA foreign_key_check')).length)
    return t`Its database names things that are not there.`;
  const [broken] = await violations(db);
  if (broken) return t`What always holds does not: ${broken.invariant}.`;
  const lost = await lostFile(db, folder);
  return lost === null ? null : t`The file “${lost}” is missing, or not as it was.`;
}

export interface InspectedOffice {
  readonly manifest: Manifest;
  readonly site: string;
  readonly counts: OfficeCounts;
}

/** Looks at everything of a house that was unpacked, brings its database up to date, and says what it holds. */
export async function inspectOffice(folder: string): Promise<Outcome<InspectedOffice>> {
  const manifest = readManifest(folder);
  if (!manifest) return bad(t`It has no list of what it holds, or one of another version.`);
  const secret = join(folder, 'session-secret');
  if (!existsSync(secret) || !/^[0-9a-f]{64}\s*$/.test(readFileSync(secret, 'utf8')))
    return bad(t`The secret of its private links is missing.`);
  if (!existsSync(join(folder, 'calendario.sqlite'))) return bad(t`Its database is missing.`);
  const db = openDatabase(join(folder, 'calendario.sqlite'));
  try {
    const fault = await faultOf(db, folder);
    if (fault) return bad(fault);
    const site = await mainSite(db);
    if (!site) return bad(t`There is no office in it.`);
    const counts = await countOffice(db);
    await db.rows('PRAGMA wal_checkpoint(TRUNCATE)');
    return done({ manifest, site: site.name, counts });
  } catch {
    // Whatever it is, SQLite cannot read it as a house.
    return bad(t`Its database cannot be read.`);
  } finally {
    await db.close();
  }
}
