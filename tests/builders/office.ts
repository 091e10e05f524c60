import { createHash, randomUUID } from 'node:crypto';
import { copyFileSync, existsSync, mkdtempSync, renameSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { askSchema, type AskBody } from '@/contracts/requests/ask';
import { officeSchema, type OfficeFile } from '@/contracts/administration/office';
import type { PersonId } from '@/core/ids';
import type { Viewer } from '@/core/publishing/right-to-know';
import type { Role } from '@/core/roles';
import { localDateTime } from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';
import { handClock } from '@/server/platform/clock';
import type { Context, SignedInContext } from '@/server/context/context';
import { openDatabase, type OpenDatabase } from '@/server/db/connection';
import { migrate } from '@/server/db/migrate';
import { createOffice } from '@/server/use-cases/administration/office-file/create-office';

export const ZONE = 'Europe/London';
export const at = (text: string) => toEpochMinute(localDateTime(text), ZONE, 'offset-before');

/** A small house: a hall of two bays inside a whole ground floor, a studio, chairs, one team. */
export const SMALL_OFFICE: OfficeFile = {
  site: {
    name: 'Fernside',
    zone: ZONE,
    office: { name: 'Fernside office', phone: '01632 960 100', email: 'office@fernside.example' },
    hours: [{ days: [1, 2, 3, 4, 5, 6, 7], from: '08:00', to: '22:00' }],
    closures: [{ from: '2027-05-03T00:00', to: '2027-05-04T00:00', reason: 'spring holiday' }],
  },
  buildings: [
    {
      name: 'Barn',
      spaces: [
        {
          code: 'GF',
          name: 'Ground Floor',
          madeOf: ['HL', 'ST'],
          layouts: [{ layout: 'standing', seats: 150, setupMin: 0, strikeMin: 0 }],
        },
        {
          code: 'HL',
          name: 'Hall',
          madeOf: ['HE', 'HW'],
          postedLimit: 100,
          layouts: [
            { layout: 'rounds', seats: 60, setupMin: 45, strikeMin: 30 },
            { layout: 'theatre', seats: 90, setupMin: 30, strikeMin: 30 },
          ],
        },
        {
          code: 'HE',
          name: 'East Bay',
          layouts: [{ layout: 'rounds', seats: 30, setupMin: 30, strikeMin: 20 }],
        },
        {
          code: 'HW',
          name: 'West Bay',
          layouts: [{ layout: 'rounds', seats: 30, setupMin: 30, strikeMin: 20 }],
        },
        {
          code: 'ST',
          name: 'Studio',
          layouts: [{ layout: 'classroom', seats: 24, setupMin: 15, strikeMin: 15 }],
        },
      ],
    },
  ],
  stores: [
    { name: 'Loft', equipment: [{ name: 'Folding chair', quantity: 80, fetchMin: 10, returnMin: 10 }] },
  ],
  teams: [
    {
      name: 'Setup',
      templates: [
        { phase: 'setup', title: 'Set the room', due: 'access-start' },
        { phase: 'strike', title: 'Clear the room', due: 'occupied-end' },
      ],
    },
    { name: 'Gates' },
  ],
  categories: [
    { name: 'Workshops', mark: 'Wo', hue: 'green', about: 'Making and mending.' },
    { name: 'Private hire', mark: 'Pr', hue: 'ink', about: 'Not for readers.', publish: false },
  ],
  organisations: ['Fern Society', 'Moss Club'],
  people: [
    {
      name: 'Ada Lowe',
      email: 'ada@fernside.example',
      password: 'fronds-and-spores',
      organisations: ['Fern Society'],
    },
    { name: 'Ben Oake', email: 'ben@fernside.example' },
    { name: 'Mara Venn', email: 'mara@fernside.example', password: 'keys-to-the-barn', roles: ['manager'] },
    { name: 'Nils Reed', email: 'nils@fernside.example', roles: ['manager'] },
    { name: 'Cato Brook', email: 'cato@fernside.example', roles: ['crew'], teams: ['Setup'] },
    { name: 'Gita Hale', email: 'gita@fernside.example', roles: ['crew'], teams: ['Gates'] },
  ],
};

const PEOPLE: Record<string, { id: number; roles: Role[] }> = {
  ada: { id: 1, roles: ['requester'] },
  ben: { id: 2, roles: ['requester'] },
  mara: { id: 3, roles: ['manager'] },
  nils: { id: 4, roles: ['manager'] },
  cato: { id: 5, roles: ['crew'] },
  gita: { id: 6, roles: ['crew'] },
};
export const viewer = (name: string): Viewer => ({
  personId: PEOPLE[name]!.id as PersonId,
  roles: PEOPLE[name]!.roles,
});

export interface TestOffice {
  readonly db: OpenDatabase;
  readonly file: string;
  readonly clock: ReturnType<typeof handClock>;
  as(name: string): SignedInContext;
  readonly reader: Context;
  close(): Promise<void>;
}

// Making an office takes two seconds, copying its file a millisecond: each is made once in a run of the tests.
let madeIn = process.env.MADE_OFFICES;

/** Outside a run of the tests they are kept for this process alone. */
function folderOfMade(): string {
  if (!madeIn) {
    const own = mkdtempSync(join(tmpdir(), 'calendario-made-'));
    process.once('exit', () => rmSync(own, { recursive: true, force: true }));
    madeIn = own;
  }
  return madeIn;
}

/** The file of that name, made where it is not there yet. Two processes that make it at once make the same. */
async function madeOnce(name: string, make: (file: string) => Promise<void>): Promise<string> {
  const file = join(folderOfMade(), `${name}.sqlite`);
  if (existsSync(file)) return file;
  const making = join(folderOfMade(), `${name} ${randomUUID()}.sqlite`);
  await make(making);
  renameSync(making, file);
  return file;
}

async function fill(file: string, work: (db: OpenDatabase) => Promise<unknown>): Promise<void> {
  const db = openDatabase(file);
  await work(db);
  await db.rows('PRAGMA wal_checkpoint(TRUNCATE)');
  await db.close();
}

/** The file of a whole office, made by the migrations and the office file as anywhere else. */
const madeFile = (office: OfficeFile): Promise<string> =>
  madeOnce(createHash('sha256').update(JSON.stringify(office)).digest('hex'), async (file) => {
    copyFileSync(await madeOnce('empty', (empty) => fill(empty, migrate)), file);
    await fill(file, (db) => createOffice(db, officeSchema.parse(office)));
  });

/** A real SQLite file in a temporary folder, migrated and filled; the clock stands at Tuesday 13 April 2027, 08:10. */
export async function openOffice(office: OfficeFile = SMALL_OFFICE): Promise<TestOffice> {
  const folder = mkdtempSync(join(tmpdir(), 'calendario-test-'));
  const file = join(folder, 'calendario.sqlite');
  // Files and mail of this office lie beside its database.
  process.env.CALENDARIO_DATA = folder;
  copyFileSync(await madeFile(office), file);
  const db = openDatabase(file);
  const clock = handClock(at('2027-04-13T08:10'));
  const base = { db, clock, random: Math.random, newId: randomUUID };
  return {
    db,
    file,
    clock,
    as: (name) => ({ ...base, viewer: viewer(name) }),
    reader: { ...base, viewer: null },
    close: async () => {
      await db.close();
      rmSync(folder, { recursive: true });
    },
  };
}

/** The same with a yard, outdoors. */
export const OFFICE_WITH_YARD: OfficeFile = {
  ...SMALL_OFFICE,
  buildings: [
    ...SMALL_OFFICE.buildings,
    {
      name: 'Grounds',
      spaces: [
        {
          code: 'YD',
          name: 'Yard',
          outdoor: true,
          layouts: [{ layout: 'standing', seats: 80, setupMin: 0, strikeMin: 0 }],
        },
      ],
    },
  ],
};

/** A weekly rule on the weekday of its start, as the form sends it. */
export const weekly = (every: number, until: string) => ({
  rule: `FREQ=WEEKLY${every === 1 ? '' : `;INTERVAL=${every}`};UNTIL=${until.replace(/-/g, '')}T235959`,
});

/** Ids of SMALL_OFFICE by code. */
export const SPACE = { GF: 1, HL: 2, HE: 3, HW: 4, ST: 5 } as const;

/** A request as the form sends it; the studio on Tuesday 20 April, 14:00–16:00, unless said otherwise. */
export function ask(more: Partial<Omit<AskBody, 'when'>> & { when?: Partial<AskBody['when']> } = {}) {
  const { when, ...rest } = more;
  return askSchema.parse({
    key: randomUUID(),
    title: 'Spore printing',
    publicText: 'Bring a fern.',
    categoryId: 1,
    hostId: 1,
    notes: 'Blinds down, please.',
    publish: true,
    people: 20,
    accessMin: 30,
    exitMin: 30,
    spaces: [{ spaceId: SPACE.ST, layout: 'classroom', setupMin: 15, strikeMin: 15 }],
    equipment: [],
    when: { startsAt: '2027-04-20T14:00', endsAt: '2027-04-20T16:00', repeat: null, ...when },
    ...rest,
  } satisfies AskBody);
}
