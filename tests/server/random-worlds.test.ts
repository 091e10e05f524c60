import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import { askSchema } from '@/contracts/requests/ask';
import { checkDates } from '@/core/checks/check';
import type { Collider, WantedDate } from '@/core/checks/asked';
import type { Finding } from '@/core/checks/findings';
import type { EquipmentTypeId, ResourceId, SpaceId } from '@/core/ids';
import { expandRule } from '@/core/recurrence/rule';
import { addWallMinutes, localDateTime } from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';
import { loadWorld } from '@/server/repositories/world/snapshot';
import { violations } from '@/server/effects/invariants';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { act, type Step } from '@tests/builders/changes';
import { expectedFindings } from '@tests/builders/expected-findings';
import { minutesOf, readBook, type MinuteBook } from '@tests/builders/minute-book';
import { ask, openOffice, ZONE, type TestOffice } from '@tests/builders/office';
import {
  houses,
  localText,
  officeOf,
  steps,
  TYPE,
  wants,
  type RandomHouse,
  type RandomStep,
  type RandomWants,
} from '@tests/builders/random-house';

/** How often the interesting things came about: a run in which they did not would prove nothing. */
const seen: Record<string, number> = {};
const count = (what: string, times = 1) => (seen[what] = (seen[what] ?? 0) + times);

const spaceCount = (house: RandomHouse): number => house.undivided + house.composites.length;

/** The spaces of a request, each once, by the numbers they have in this house. */
function spacesOf(house: RandomHouse, { spaces }: RandomWants) {
  const numbered = spaces.map((space) => ({
    ...space,
    spaceId: (1 + (space.space % spaceCount(house))) as SpaceId,
  }));
  return numbered.filter(
    ({ spaceId }, index) => numbered.findIndex((each) => each.spaceId === spaceId) === index,
  );
}

function equipmentOf({ chairs, lamps, cart, hasKit }: RandomWants, units: readonly ResourceId[]) {
  const line = (typeId: number, quantity: number, unitId?: ResourceId) =>
    quantity > 0 ? [{ typeId: typeId as EquipmentTypeId, quantity, ...(unitId && { unitId }) }] : [];
  return [
    ...line(TYPE.chairs, chairs),
    ...line(TYPE.lamps, lamps),
    ...line(TYPE.carts, cart === null ? 0 : 1, cart === null ? undefined : units[cart]),
    ...line(TYPE.kit, hasKit ? 1 : 0),
  ];
}

async function submit(office: TestOffice, house: RandomHouse, wanted: RandomWants, units: ResourceId[]) {
  const body = askSchema.parse({
    ...ask({ key: randomUUID(), people: 4, accessMin: wanted.bands, exitMin: wanted.bands }),
    spaces: spacesOf(house, wanted).map(({ spaceId, layout, setupMin, strikeMin }) => ({
      spaceId,
      layout,
      setupMin,
      strikeMin,
    })),
    equipment: equipmentOf(wanted, units),
    when: {
      startsAt: localText(wanted.day, wanted.minute),
      durationMin: wanted.lengthMin,
      repeat: wanted.rule === null ? null : { rule: wanted.rule },
    },
  });
  const outcome = await submitRequest(office.as('ada'), body);
  return outcome.ok ? [outcome.value.reference] : [];
}

function stepOf({ step, shiftMin }: RandomStep): Step {
  const patch = { shiftMin };
  const until = '2027-06-01T12:00';
  const reason = 'Agreed.';
  const table: Record<RandomStep['step'], Step> = {
    approve: { action: 'approve', reason },
    hold: { action: 'hold', until },
    propose: { action: 'propose', patch, until },
    change: { action: 'change', patch, reason },
    move: { action: 'move', patch, reason },
    leave: { action: 'leave', reason },
  };
  return table[step];
}

/** A house as it stands after some people asked and the office did something about it. */
async function live(
  office: TestOffice,
  house: RandomHouse,
  asked: readonly RandomWants[],
  done: readonly RandomStep[],
  units: ResourceId[],
): Promise<void> {
  const references: string[] = [];
  for (const wanted of asked) references.push(...(await submit(office, house, wanted, units)));
  if (!references.length) return;
  for (const each of done) {
    const [one, other] = [each.request, each.other].map((index) => references[index % references.length]!);
    const picked = each.isBulk ? [...new Set([one!, other!])] : [one!];
    const who = each.step === 'change' ? 'ada' : 'mara';
    const outcome = await act(office, who, picked, stepOf(each), {
      pick: (_, index) => !each.onlyHalf || index % 2 === 0,
    });
    count(outcome.ok ? `${each.step} done` : `${each.step} refused`);
  }
}

/** A question to the check as the form puts it, kits taken apart. */
function questionOf(house: RandomHouse, wanted: RandomWants, units: readonly ResourceId[]): WantedDate[] {
  const start = localDateTime(localText(wanted.day, wanted.minute));
  const limit = { from: start, to: localDateTime('2027-12-01T00:00'), most: 10 };
  const starts =
    wanted.rule === null ? [start] : expandRule({ start, tzid: ZONE, rrule: wanted.rule }, limit);
  const equipment = equipmentOf(wanted, units).flatMap((line) =>
    line.typeId === TYPE.kit
      ? [
          { typeId: TYPE.chairs as number as EquipmentTypeId, quantity: 4, kitId: line.typeId },
          { typeId: TYPE.lamps as number as EquipmentTypeId, quantity: 1, kitId: line.typeId },
        ]
      : [line],
  );
  return starts.map((key) => ({
    key,
    claim: {
      event: {
        start: toEpochMinute(key, ZONE, 'offset-before'),
        end: toEpochMinute(addWallMinutes(key, wanted.lengthMin), ZONE, 'offset-before'),
      },
      accessMin: wanted.bands,
      exitMin: wanted.bands,
      spaces: spacesOf(house, wanted),
      equipment: equipment.map((line, index) => ({
        ...line,
        spaceIndex: index % spacesOf(house, wanted).length,
      })),
    },
  }));
}

/** A finding with what is measured about it, as one line; rules that are proved elsewhere are left out. */
function lineOf({ key, spaceId, facts }: Finding): string[] {
  const by = (other: Collider) =>
    other.kind === 'same-request' ? `own ${other.key} ${other.spaceId}` : `claim ${other.claimId}`;
  const withoutPlace = (other: Collider) =>
    other.kind === 'same-request' ? `own ${other.key}` : `claim ${other.claimId}`;
  switch (facts.rule) {
    case 'occupied':
      return [
        `${key} ${spaceId} occupied by ${by(facts.by)}: ${facts.minutes} in ${facts.during.start}–${facts.during.end}`,
      ];
    case 'unit-taken':
      return [`${key} unit ${facts.unitId} by ${withoutPlace(facts.by)}: ${facts.minutes}`];
    case 'shared-shoulder':
      return [
        `${key} ${spaceId} shares with ${facts.claimSpaceId} ${facts.side} at ${facts.boundary}, saves ${facts.savedMin}`,
      ];
    case 'equipment-short':
      return [
        `${key} type ${facts.typeId}: ${facts.short} short of ${facts.asked} from ${facts.during.start}`,
      ];
    case 'also-wanted':
      return [`${key} ${spaceId} also wanted by ${[...facts.by].sort().join()}: ${facts.minutes}`];
    case 'over-seats':
    case 'over-posted-limit':
      return [`${key} ${spaceId} ${facts.rule} by ${facts.over}`];
    default:
      return [];
  }
}

/** What is stored as occupied is, minute for minute, what the claims say; nothing twice; stock is never below use. */
async function expectBookIsKept(office: TestOffice, book: MinuteBook): Promise<void> {
  const leaf = new Map(
    (await office.db.rows<{ space_id: number; resource_id: number }>('SELECT * FROM space_part ORDER BY 1'))
      .filter(({ space_id }) => book.house.leavesOf(space_id)[0] === space_id)
      .map(({ space_id, resource_id }) => [resource_id, space_id]),
  );
  const rows = await office.db.rows<{
    id: number;
    claim: number;
    start: number;
    end: number;
    occupies: 0 | 1;
  }>(
    `SELECT resource_id AS id, claim_id AS claim, start_min AS start, end_min AS "end", occupies FROM occupancy`,
  );
  const stored = (occupies: 0 | 1) => {
    const minutes = rows
      .filter((row) => row.occupies === occupies && leaf.has(row.id))
      .flatMap((row) => minutesOf(row).map((minute) => `${leaf.get(row.id)} ${minute} ${row.claim}`));
    // Two spaces of one request that share a part may both wait for it; they can never both have it.
    return (occupies ? minutes : [...new Set(minutes)]).sort();
  };
  const written = (pages: MinuteBook['occupied']) =>
    [...pages]
      .flatMap(([key, spaces]) => [...new Set(spaces.map(({ claimId }) => `${key} ${claimId}`))])
      .sort();
  expect(stored(1)).toEqual(written(book.occupied));
  expect(stored(0)).toEqual(written(book.waiting));
  for (const [key, spaces] of book.occupied)
    if (spaces.length > 1) throw new Error(`twice at ${key}: ${spaces.map((s) => s.claimId).join()}`);
  for (const [key, claims] of book.units)
    if (claims.length > 1) throw new Error(`unit twice at ${key}: ${claims.join()}`);
  for (const [key, away] of book.away) {
    const [type, minute] = key.split(' ').map(Number) as [number, number];
    if (away > book.house.stockAt(type, minute)) throw new Error(`short at ${key}: ${away}`);
  }
}

// Repeated with other seeds by `SEED=7 RUNS=100 npx jest --selectProjects server --testPathPatterns random-worlds`.
const RUNS = Number(process.env.RUNS ?? 20);

test('worlds of nested shared parts, series, holds, links, dated stock, units and kits agree with a count minute by minute', async () => {
  await fc.assert(
    fc.asyncProperty(
      houses,
      fc.array(wants, { minLength: 5, maxLength: 9 }),
      fc.array(steps, { minLength: 6, maxLength: 14 }),
      fc.array(wants, { minLength: 6, maxLength: 12 }),
      async (house, asked, done, questions) => {
        const office = await openOffice(officeOf(house));
        try {
          const units = (
            await office.db.rows<{ id: ResourceId }>(
              `SELECT id FROM resource WHERE kind = 'unit' ORDER BY id`,
            )
          ).map(({ id }) => id);
          await live(office, house, asked, done, units);
          const book = await readBook(office.db);
          count('links', book.spaces.filter(({ linkedBefore }) => linkedBefore).length);
          count('held', book.spaces.filter(({ status }) => status === 'held').length);
          count('in force', book.spaces.filter(({ status }) => status === 'in-force').length);
          await expectBookIsKept(office, book);
          expect(await violations(office.db)).toEqual([]);
          for (const question of questions) {
            const dates = questionOf(house, question, units);
            const world = await loadWorld(office.db, dates, { withWaiting: true });
            const found = checkDates(dates, world).flatMap(lineOf).sort();
            for (const line of found) count(/occupied|unit|shares|short|also|over-\w+/.exec(line)![0]);
            expect(found).toEqual(expectedFindings(dates, book).sort());
          }
        } finally {
          await office.close();
        }
      },
    ),
    { numRuns: RUNS, endOnFailure: true, seed: Number(process.env.SEED ?? 1334980724) },
  );
  for (const what of [
    'links',
    'held',
    'in force',
    'occupied',
    'unit',
    'shares',
    'short',
    'also',
    'over-seats',
  ])
    if (!seen[what]) throw new Error(`never came about: ${what} (${JSON.stringify(seen)})`);
}, 300_000);
