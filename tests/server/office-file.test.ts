import { readFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { inWordsOfToday, officeSchema, type OfficeFile } from '@/contracts/administration/office';
import { openDatabase, type OpenDatabase } from '@/server/db/connection';
import { INVARIANTS } from '@/server/effects/invariants';
import { migrate } from '@/server/db/migrate';
import { createOffice } from '@/server/use-cases/administration/office-file/create-office';
import { OfficeFileError } from '@/server/use-cases/administration/office-file/office-rows';
import { done } from '@/contracts/base/refusal';
import { isPassword } from '@/server/auth/passwords';
import { SMALL_OFFICE } from '@tests/builders/office';
import { QUILLMERE } from '@demo/quillmere';

let folder: string;
let db: OpenDatabase;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'calendario-office-'));
  db = openDatabase(join(folder, 'calendario.sqlite'));
  await migrate(db);
});
afterEach(async () => {
  await db.close();
  rmSync(folder, { recursive: true });
});
const create = (file: OfficeFile) => createOffice(db, officeSchema.parse(file));
const withSpaces = (spaces: OfficeFile['buildings'][number]['spaces']): OfficeFile => ({
  ...SMALL_OFFICE,
  buildings: [{ name: 'B', spaces }],
});
const plain = (code: string, madeOf: string[] = []) => ({ code, name: code, madeOf, layouts: [] });

test('the parts of every space are closed over all levels', async () => {
  await create(SMALL_OFFICE);
  const rows = await db.rows<{ code: string; parts: string }>(
    `SELECT s.code, group_concat(r.name, '+' ORDER BY r.id) AS parts FROM space s JOIN space_part p ON p.space_id = s.id
     JOIN resource r ON r.id = p.resource_id GROUP BY s.id ORDER BY s.id`,
  );
  expect(rows.map(({ code, parts }) => [code, parts])).toEqual([
    ['GF', 'East Bay+West Bay+Studio'],
    ['HL', 'East Bay+West Bay'],
    ['HE', 'East Bay'],
    ['HW', 'West Bay'],
    ['ST', 'Studio'],
  ]);
});

test('passwords are kept only as argon2id hashes', async () => {
  await create(SMALL_OFFICE);
  const [row] = await db.rows<{ password_hash: string }>(
    `SELECT password_hash FROM person WHERE email = 'ada@fernside.example'`,
  );
  expect(row!.password_hash).toMatch(/^\$argon2id\$/);
  expect(await isPassword(row!.password_hash, 'fronds-and-spores')).toEqual(done(true));
  expect(await isPassword(row!.password_hash, 'fronds-and-spore')).toEqual(done(false));
  expect(await isPassword(null, '')).toEqual(done(false));
});

test.each([
  ['a space inside itself', withSpaces([plain('A', ['B']), plain('B', ['A'])]), 'a space is made of itself'],
  [
    'a part that is not there',
    withSpaces([plain('A', ['Z'])]),
    'space A is made of Z, which is not in the file',
  ],
  [
    'a team that is not there',
    { ...SMALL_OFFICE, people: [{ name: 'X', email: 'x@x.example', teams: ['Ghosts'] }] },
    'there is no team Ghosts',
  ],
])('%s is refused and nothing is stored', async (_, file, message) => {
  await expect(create(file as OfficeFile)).rejects.toThrow(message);
  expect(await db.rows('SELECT (SELECT COUNT(*) FROM site) + (SELECT COUNT(*) FROM space) AS n')).toEqual([
    { n: 0 },
  ]);
});

test('a file of before, in which the templates of a team are its recipes, makes the same office', () => {
  const [team, ...others] = QUILLMERE.teams!;
  const { templates, ...rest } = team!;
  expect(templates!.length).toBeGreaterThan(0);
  const before = { ...QUILLMERE, teams: [{ ...rest, recipes: templates }, ...others] };
  expect(officeSchema.parse(inWordsOfToday(before))).toEqual(officeSchema.parse(QUILLMERE));
});

test('a second office is refused', async () => {
  await create(SMALL_OFFICE);
  await expect(create(SMALL_OFFICE)).rejects.toThrow(OfficeFileError);
});

test.each([
  [{ site: { ...SMALL_OFFICE.site, zone: 'Europe/Quillmere' } }, 'This is not a zone of the IANA database'],
  [
    { site: { ...SMALL_OFFICE.site, hours: [{ days: [8], from: '08:00', to: '22:00' }] } },
    'Weekday is at most 7.',
  ],
  [
    { site: { ...SMALL_OFFICE.site, hours: [{ days: [1], from: '8', to: '22:00' }] } },
    'A time is written as 09:30',
  ],
  [{ people: [] }, 'This part of the form is missing'],
  [
    { people: [{ name: 'X', email: 'x@x.example', password: 'short' }] },
    'A password has at least ten characters.',
  ],
])('a bad file names its fault: %j', (more, message) => {
  const parsed = officeSchema.safeParse({ ...SMALL_OFFICE, ...more });
  expect(parsed.success ? '' : parsed.error.issues.map((issue) => issue.message).join(' ')).toContain(
    message,
  );
});

test('the example file of the README makes an office; its backup is sound and refuses to overwrite', async () => {
  await db.close();
  rmSync(join(folder, 'calendario.sqlite'));
  const env = { ...process.env, CALENDARIO_DATA: folder };
  const tsx = (...args: string[]) =>
    spawnSync(join('node_modules', '.bin', 'tsx'), args, { env, encoding: 'utf8' });
  expect(tsx('scripts/office.ts', 'docs/office.example.json')).toMatchObject({ status: 0 });
  expect(tsx('scripts/office.ts', 'docs/office.example.json').stderr).toContain(
    'already holds an office: Fernside House',
  );
  const copy = join(folder, 'copy.sqlite');
  expect(tsx('scripts/backup.ts', copy).stdout).toContain('all invariants hold');
  expect(readFileSync(copy).subarray(0, 15).toString()).toBe('SQLite format 3');
  expect(tsx('scripts/backup.ts', copy).stderr).toContain('is there already');
  expect(tsx('scripts/verify.ts', copy).stdout.match(/holds /g)).toHaveLength(INVARIANTS.length);
  db = openDatabase(copy);
}, 120_000);
