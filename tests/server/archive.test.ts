import { randomUUID } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
  symlinkSync,
  writeFileSync,
  readdirSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import sqlite3 from 'sqlite3';
import { create } from 'tar';
import type { Refusal } from '@/contracts/base/refusal';
import { holdLetters } from '@/server/archive/hold-letters';
import { inspectOffice, type InspectedOffice } from '@/server/archive/inspect';
import { packOffice } from '@/server/archive/pack';
import { finishSwap, swapOffice } from '@/server/archive/swap';
import { keepArrived, unpackOffice } from '@/server/archive/unpack';
import { linkToken } from '@/server/auth/feed-links';
import { beginSession } from '@/server/auth/sessions';
import { openDatabase } from '@/server/db/connection';
import { violations } from '@/server/effects/invariants';
import { sendMail } from '@/server/effects/letters/send-mail';
import { dataFolder, forgetSecret } from '@/server/platform/settings';
import { takeFile } from '@/server/use-cases/files/files';
import { act, expectDone, refusalOf, submit } from '@tests/builders/changes';
import { crowdOf } from '@tests/attacks/crowd';
import { openOffice, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
let folder: string;
beforeEach(async () => {
  forgetSecret();
  office = await openOffice();
  folder = mkdtempSync(join(tmpdir(), 'calendario-arrived-'));
});
afterEach(async () => {
  rmSync(folder, { recursive: true, force: true });
  await office.close();
});

const NOW = Date.parse('2027-04-13T07:10:00Z');
const webStream = (bytes: Uint8Array) => Readable.toWeb(Readable.from([bytes])) as ReadableStream<Uint8Array>;
const packed = async () => buffer(await packOffice(office.reader, NOW));
const unpack = async (bytes: Uint8Array) => {
  const kept = await keepArrived(webStream(bytes), folder);
  return kept.ok ? unpackOffice(folder) : kept;
};
const whyOf = (refusal: Refusal) => (refusal.code === 'bad-archive' ? refusal.why : refusal.code);

/** A house with a request, a file, a letter and somebody signed in. */
async function liveIn(): Promise<string> {
  const reference = await submit(office, 'ada');
  await sendMail(office.reader);
  expectDone(
    await takeFile(
      office.as('ada'),
      { key: randomUUID(), name: 'plan.txt', type: 'text/plain' } as never,
      webStream(Buffer.from('four rows')),
    ),
  );
  await beginSession(office.db, 'somewhere', 1 as never, NOW);
  return reference;
}

/** An archive of the house as it would be after something was done to it. */
async function spoilt(how: (folder: string) => Promise<void> | void): Promise<string> {
  expectDone(await unpack(await packed()));
  await how(folder);
  const outcome = await inspectOffice(folder);
  return outcome.ok ? 'whole' : whyOf(outcome.refusal);
}
/** As from outside: no foreign keys are looked at. */
const inDatabase = (sql: string) => (where: string) =>
  new Promise<void>((resolve, reject) => {
    const db = new sqlite3.Database(join(where, 'calendario.sqlite'));
    db.exec(sql, (error) => (error ? reject(error) : db.close(() => resolve())));
  });

test('out and in again: database, files, letters and private links; nobody stays signed in', async () => {
  const reference = await liveIn();
  const link = linkToken({ kind: 'person', id: 1, linkNo: 1 });
  const bytes = await packed();
  // What it was packed from is gone again.
  expect(readdirSync(join(dataFolder(), 'arriving'))).toEqual([]);
  expectDone(await unpack(bytes));
  const found: InspectedOffice = expectDone(await inspectOffice(folder));
  expect(found).toMatchObject({
    site: 'Fernside',
    manifest: { site: 'Fernside', madeAt: '2027-04-13T07:10:00.000Z' },
    counts: { spaces: 5, people: 6, requests: 1, dates: 1, files: 1 },
  });

  // Elsewhere.
  const elsewhere = mkdtempSync(join(tmpdir(), 'calendario-elsewhere-'));
  const before = process.env.CALENDARIO_DATA;
  process.env.CALENDARIO_DATA = elsewhere;
  try {
    forgetSecret();
    expect(linkToken({ kind: 'person', id: 1, linkNo: 1 })).not.toBe(link);
    swapOffice(folder);
    expect(linkToken({ kind: 'person', id: 1, linkNo: 1 })).toBe(link);
    const db = openDatabase(join(elsewhere, 'calendario.sqlite'));
    expect(await violations(db)).toEqual([]);
    expect(await db.rows('SELECT ref FROM request')).toEqual([{ ref: reference }]);
    expect(await db.rows('SELECT 1 FROM session')).toEqual([]);
    const [file] = await db.rows<{ stored: string }>('SELECT stored_as AS stored FROM file');
    expect(readFileSync(join(elsewhere, 'files', file!.stored), 'utf8')).toBe('four rows');
    expect(readdirSync(join(elsewhere, 'mail'))).toEqual(['000001.eml']);
    await db.close();
  } finally {
    process.env.CALENDARIO_DATA = before;
    forgetSecret();
    rmSync(elsewhere, { recursive: true });
  }
});

test('letters that waited where it was taken out are not sent from here as well', async () => {
  const reference = await liveIn();
  expectDone(await act(office, 'mara', reference, { action: 'approve', reason: 'Agreed.' }));
  const waiting = 'SELECT id FROM outbox WHERE sent_at_min IS NULL AND withdrawn_at_min IS NULL';
  const there = (await office.db.rows(waiting)).length;
  expect(there).toBeGreaterThan(0);
  expectDone(await unpack(await packed()));
  expect(await holdLetters(folder)).toBe(there);
  const db = openDatabase(join(folder, 'calendario.sqlite'));
  expect(await db.rows(waiting)).toEqual([]);
  await db.close();
  // Where it came from they go on waiting.
  expect(await office.db.rows(waiting)).toHaveLength(there);
});

test('what is put in is exchanged as a whole, and the house of before is kept once', async () => {
  const data = mkdtempSync(join(tmpdir(), 'calendario-swap-'));
  const before = process.env.CALENDARIO_DATA;
  process.env.CALENDARIO_DATA = data;
  const house = (name: string, files: readonly string[]) => {
    const where = mkdtempSync(join(tmpdir(), 'calendario-house-'));
    writeFileSync(join(where, 'calendario.sqlite'), name);
    writeFileSync(join(where, 'session-secret'), name);
    for (const part of ['files', 'mail']) mkdirSync(join(where, part));
    for (const file of files) writeFileSync(join(where, 'files', file), name);
    return where;
  };
  const now = () => [
    readFileSync(join(data, 'calendario.sqlite'), 'utf8'),
    ...readdirSync(join(data, 'files')).sort(),
  ];
  try {
    swapOffice(house('first', ['a']));
    writeFileSync(join(data, 'calendario.sqlite-wal'), 'of the first');
    swapOffice(house('second', ['b', 'c']));
    expect(now()).toEqual(['second', 'b', 'c']);
    expect(existsSync(join(data, 'calendario.sqlite-wal'))).toBe(false);
    expect(readFileSync(join(data, 'replaced', 'calendario.sqlite-wal'), 'utf8')).toBe('of the first');
    expect(readdirSync(join(data, 'replaced', 'files'))).toEqual(['a']);
    swapOffice(house('third', []));
    expect(now()).toEqual(['third']);
    expect(readdirSync(join(data, 'replaced', 'files')).sort()).toEqual(['b', 'c']);
    // Nothing is left to finish.
    finishSwap();
    expect(now()).toEqual(['third']);
  } finally {
    process.env.CALENDARIO_DATA = before;
    rmSync(data, { recursive: true });
  }
});

test.each([0, 1, 2, 3])('cut off after %i parts, the next start finishes it', (done) => {
  const data = mkdtempSync(join(tmpdir(), 'calendario-cut-'));
  const before = process.env.CALENDARIO_DATA;
  process.env.CALENDARIO_DATA = data;
  const parts = ['calendario.sqlite', 'session-secret', 'files', 'mail'];
  const make = (where: string, name: string) => {
    mkdirSync(where, { recursive: true });
    for (const part of parts.slice(0, 2)) writeFileSync(join(where, part), name);
    for (const part of parts.slice(2)) {
      mkdirSync(join(where, part));
      writeFileSync(join(where, part, name), name);
    }
  };
  try {
    const [from, to] = [join(data, 'arriving', 'x'), join(data, 'replaced')];
    make(data, 'old');
    make(from, 'new');
    writeFileSync(join(data, 'replacing.json'), JSON.stringify({ from, to }));
    mkdirSync(to);
    for (const part of parts.slice(0, done)) {
      rmSync(join(to, part), { recursive: true, force: true });
      // As the process would have left it.
      renameSync(join(data, part), join(to, part));
      renameSync(join(from, part), join(data, part));
    }
    finishSwap();
    const names = (where: string) => [
      ...parts.slice(0, 2).map((part) => readFileSync(join(where, part), 'utf8')),
      ...parts.slice(2).flatMap((part) => readdirSync(join(where, part))),
    ];
    expect(names(data)).toEqual(['new', 'new', 'new', 'new']);
    expect(names(to)).toEqual(['old', 'old', 'old', 'old']);
    expect(existsSync(join(data, 'replacing.json'))).toBe(false);
    expect(existsSync(from)).toBe(false);
  } finally {
    process.env.CALENDARIO_DATA = before;
    rmSync(data, { recursive: true });
  }
});

test('what is no archive, or was cut off, is refused with a sentence and leaves nothing', async () => {
  const why = async (bytes: Uint8Array) => {
    rmSync(folder, { recursive: true });
    mkdirSync(folder);
    return whyOf(refusalOf(await unpack(bytes)));
  };
  expect(await why(Buffer.from('no archive at all'))).toMatch(/no gzipped tar/);
  const bytes = await packed();
  expect(await why(bytes.subarray(0, bytes.length - 4000))).toMatch(/no gzipped tar|cut off/);
  expect(whyOf(refusalOf(await keepArrived(null, folder)))).toMatch(/Nothing was sent/);
});

test('an archive holds files of a house and nothing else: no way out of its folder', async () => {
  const nest = mkdtempSync(join(tmpdir(), 'calendario-nest-'));
  const tarOf = async (paths: readonly string[], make: () => void, options = {}) => {
    make();
    return buffer(Readable.from(create({ cwd: nest, gzip: true, ...options }, [...paths])));
  };
  const why = async (bytes: Uint8Array) => {
    rmSync(folder, { recursive: true });
    mkdirSync(folder);
    return whyOf(refusalOf(await unpack(bytes)));
  };
  try {
    const stranger = await tarOf(['notes.txt'], () => writeFileSync(join(nest, 'notes.txt'), 'x'));
    expect(await why(stranger)).toBe('It holds “notes.txt”, which belongs to no office.');
    const linked = await tarOf(['session-secret'], () =>
      symlinkSync('/etc/hostname', join(nest, 'session-secret')),
    );
    expect(await why(linked)).toContain('session-secret');
    expect(existsSync(join(folder, 'session-secret'))).toBe(false);
    const deep = await tarOf(['files/deep/x'], () => {
      mkdirSync(join(nest, 'files', 'deep'), { recursive: true });
      writeFileSync(join(nest, 'files', 'deep', 'x'), 'x');
    });
    expect(await why(deep)).toContain('files/deep/x');
    const outside = await tarOf(['notes.txt'], () => undefined, {
      prefix: 'files/../..',
      preservePaths: true,
    });
    expect(await why(outside)).toMatch(/belongs to no office|no gzipped tar/);
    expect(existsSync(join(folder, '..', 'notes.txt'))).toBe(false);
  } finally {
    rmSync(nest, { recursive: true });
  }
});

test('an archive of more files than any house has is not read to its end', async () => {
  const refused = await unpack(crowdOf(60_000));
  expect(whyOf(refusalOf(refused))).toBe('It holds more files than any office.');
  expect(readdirSync(join(folder, 'mail')).length).toBeLessThanOrEqual(50_000);
});

const SPOILT: readonly [string, RegExp, (folder: string) => Promise<void> | void][] = [
  ['nothing', /^whole$/, () => undefined],
  ['the list is gone', /no list/, (where) => rmSync(join(where, 'calendario.json'))],
  [
    'the list is of another format',
    /no list/,
    (where) => writeFileSync(join(where, 'calendario.json'), '{}'),
  ],
  ['the list is no JSON', /no list/, (where) => writeFileSync(join(where, 'calendario.json'), '{')],
  ['the secret is gone', /secret/, (where) => rmSync(join(where, 'session-secret'))],
  ['the secret is none', /secret/, (where) => writeFileSync(join(where, 'session-secret'), 'short')],
  ['the database is gone', /database is missing/, (where) => rmSync(join(where, 'calendario.sqlite'))],
  [
    'the database is none',
    /cannot be read/,
    (where) => writeFileSync(join(where, 'calendario.sqlite'), 'x'.repeat(5000)),
  ],
  [
    'the database is damaged',
    /damaged|cannot be read/,
    (where) => {
      const file = join(where, 'calendario.sqlite');
      const bytes = readFileSync(file);
      writeFileSync(file, bytes.fill(7, 20_000, 60_000));
    },
  ],
  ['it is newer', /newer version/, inDatabase(`INSERT INTO migration (name) VALUES ('999-of-tomorrow')`)],
  ['a table too many', /other tables/, inDatabase('CREATE TABLE attic (id INTEGER)')],
  [
    'a trigger too many',
    /other tables/,
    inDatabase(`CREATE TRIGGER t AFTER INSERT ON person BEGIN DELETE FROM person; END`),
  ],
  [
    'a trigger with a name like those of SQLite itself',
    /other tables/,
    inDatabase(`CREATE TRIGGER sqlitexstat_t AFTER INSERT ON person BEGIN DELETE FROM person; END`),
  ],
  ['something named that is not there', /not there/, inDatabase(`UPDATE space SET building_id = 99`)],
  [
    'an invariant broken',
    /What always holds does not/,
    inDatabase(`UPDATE occurrence SET state = 'approved'`),
  ],
  ['a file is gone', /“plan.txt” is missing/, (where) => rmSync(join(where, 'files'), { recursive: true })],
  [
    'a file is another',
    /“plan.txt” is missing, or not as it was/,
    (where) => {
      const [name] = readdirSync(join(where, 'files'));
      writeFileSync(join(where, 'files', name!), 'five rows');
    },
  ],
];

test.each(SPOILT)('brought in with %s', async (_, said, how) => {
  await liveIn();
  expect(await spoilt(how)).toMatch(said);
});
