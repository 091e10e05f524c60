import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import { askSchema } from '@/contracts/requests/ask';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { act, expectDone, undo } from '@tests/builders/changes';
import { ask, openOffice, type TestOffice } from '@tests/builders/office';
import {
  houses,
  localText,
  officeOf,
  TYPE,
  wants,
  type RandomHouse,
  type RandomWants,
} from '@tests/builders/random-house';
import { alternativesFor } from '@tests/builders/alternatives';

const seen = { offered: 0, stood: 0, kinds: new Set<string>() };

/** What was wanted, asked for as the form does; null where the form itself refuses it. */
async function submit(office: TestOffice, house: RandomHouse, wanted: RandomWants): Promise<string | null> {
  const count = house.undivided + house.composites.length;
  const [first] = wanted.spaces;
  const body = askSchema.parse({
    ...ask({ key: randomUUID(), people: 4, accessMin: wanted.bands, exitMin: wanted.bands }),
    spaces: [
      {
        spaceId: 1 + (first!.space % count),
        layout: first!.layout,
        setupMin: first!.setupMin,
        strikeMin: first!.strikeMin,
      },
    ],
    equipment: wanted.chairs ? [{ typeId: TYPE.chairs, quantity: wanted.chairs }] : [],
    when: {
      startsAt: localText(wanted.day, wanted.minute),
      durationMin: wanted.lengthMin,
      repeat: wanted.rule === null ? null : { rule: wanted.rule },
    },
  });
  const outcome = await submitRequest(office.as('ada'), body);
  return outcome.ok ? outcome.value.reference : null;
}

/** Carried out for real, put before the guard by an approval that is rolled back, and taken back again. */
async function stands(office: TestOffice, reference: string, each: { occurrence: number; patch: object }[]) {
  const ids = new Set(each.map(({ occurrence }) => occurrence));
  const pick = ({ id }: { id: number }) => ids.has(id);
  const moved = expectDone(
    await act(office, 'mara', reference, { action: 'move', each, reason: 'Tried.' }, { pick }),
  );
  // Throws where the trigger of the database refuses a row.
  const { numbers, sentences } = expectDone(
    await act(office, 'mara', reference, { action: 'approve', reason: 'Tried.' }, { pick, preview: true }),
  );
  expect([each, numbers.clashing, sentences]).toEqual([each, 0, []]);
  expectDone(await undo(office, 'mara', moved.changeSet!));
}

test('in random houses nothing that is offered is refused by the guard of the database', async () => {
  const worlds = fc.sample(fc.tuple(houses, fc.array(wants, { minLength: 10, maxLength: 14 })), {
    numRuns: 8,
    seed: 20270413,
  });
  for (const [house, asked] of worlds) {
    const office = await openOffice(officeOf(house));
    for (const [index, wanted] of asked.entries()) {
      const reference = await submit(office, house, wanted);
      if (!reference) continue;
      // The first ones get what is clear of what they asked for; the later ones meet them.
      if (index < 8) {
        await act(office, 'mara', reference, { action: 'approve', reason: 'Agreed.' });
        continue;
      }
      const { dates, series } = await alternativesFor(office.as('mara'), { of: 'request', reference });
      for (const { best, others, occurrence } of dates)
        for (const { patch, hire, kind } of [...best, ...others]) {
          seen.offered += 1;
          seen.kinds.add(kind);
          if (!hire) await stands(office, reference, [{ occurrence: occurrence!, patch }]);
          seen.stood += 1;
        }
      for (const { changes, kind } of series) {
        seen.kinds.add(kind);
        await stands(
          office,
          reference,
          changes.map(({ occurrence, patch }) => ({ occurrence: occurrence!, patch })),
        );
      }
    }
    await office.close();
  }
  expect(seen.stood).toBe(seen.offered);
  expect(seen.offered).toBeGreaterThan(60);
  expect([...seen.kinds].sort()).toEqual(
    expect.arrayContaining(['fewer', 'mixture', 'one-time', 'other-day', 'other-space', 'other-time']),
  );
}, 180_000);
