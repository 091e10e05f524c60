import { randomUUID } from 'node:crypto';
import { editWordsSchema, type EditWordsBody } from '@/contracts/requests/edit-words';
import { undoChange } from '@/server/use-cases/requests/change/undo-change';
import { deskRequest } from '@/server/use-cases/decisions/desk';
import { editWords } from '@/server/use-cases/decisions/edit-words';
import { outbox } from '@/server/use-cases/outbox/outbox';
import { act, expectDone, refusalOf, submit } from '@tests/builders/changes';
import { openOffice, weekly, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(() => office.close());

const view = async (reference: string) => expectDone(await deskRequest(office.as('mara'), reference));

async function edit(reference: string, more: Partial<EditWordsBody>) {
  const { version, title, notes, publish } = await view(reference);
  return editWords(
    office.as('mara'),
    reference,
    editWordsSchema.parse({ key: randomUUID(), version, title, notes, publish, reason: '', ...more }),
  );
}

test('whoever asked is told what was changed, from what to what; it can be taken back', async () => {
  const reference = await submit(office, 'ada');
  const before = await view(reference);
  const { changeSet } = expectDone(
    await edit(reference, { title: 'Ferns, pressed', notes: 'Two long tables.', reason: 'As we spoke.' }),
  );
  const after = await view(reference);
  expect(after).toMatchObject({
    title: 'Ferns, pressed',
    notes: 'Two long tables.',
    version: before.version + 1,
  });
  expect(after.history[0]!.what).toContain(`Title: “Ferns, pressed”, before “${before.title}”`);
  expect((await outbox(office.as('mara'))).lines[0]).toMatchObject({ kind: 'changed', state: 'waits' });
  expectDone(await undoChange(office.as('mara'), changeSet!, randomUUID()));
  expect((await view(reference)).title).toBe(before.title);
  expect((await outbox(office.as('mara'))).lines[0]).toMatchObject({ kind: 'changed', state: 'taken-back' });
});

test('an older version, nothing different, and what no longer waits are refused', async () => {
  const reference = await submit(office, 'ada');
  expect(refusalOf(await edit(reference, {})).code).toBe('bad-input');
  expect(refusalOf(await edit(reference, { title: 'Other', version: 99 })).code).toBe('stale');
  expect(
    editWordsSchema.safeParse({
      key: randomUUID(),
      version: 1,
      title: ' ',
      notes: '',
      publish: true,
      reason: '',
    }).success,
  ).toBe(false);
  expectDone(await act(office, 'mara', reference, { action: 'approve', reason: '' }));
  expect(refusalOf(await edit(reference, { title: 'Other' })).code).toBe('not-waiting');
});

test('dates that readers see already say it too: LAST-MODIFIED moves on, SEQUENCE counts times alone', async () => {
  const reference = await submit(office, 'ada', {
    when: { startsAt: '2027-05-05T14:00', endsAt: '2027-05-05T15:00', repeat: weekly(1, '2027-05-12') },
    publish: true,
  });
  await office.db.write(async (tx) => {
    await tx.run(
      `INSERT INTO calendar (slug, name, filter) SELECT 'all', 'All', '{}' WHERE NOT EXISTS (SELECT 1 FROM calendar)`,
    );
    return { keep: true, value: null };
  });
  expectDone(
    await act(
      office,
      'mara',
      reference,
      { action: 'approve', reason: '' },
      { pick: (_: unknown, index: number) => index === 0 },
    ),
  );
  const state = async () =>
    (
      await office.db.rows<{ sequence: number; changed: number; shown: number }>(
        'SELECT MAX(sequence) AS sequence, MAX(changed_min) AS changed, (SELECT COUNT(*) FROM published WHERE gone_at_min IS NULL) AS shown FROM segment',
      )
    )[0]!;
  const before = await state();
  expect(before.shown).toBeGreaterThan(0);
  office.clock.set((office.clock.now() + 5) as never);
  expectDone(await edit(reference, { title: 'Ferns, pressed' }));
  const after = await state();
  expect([after.sequence, after.changed > before.changed]).toEqual([before.sequence, true]);
  expectDone(await edit(reference, { publish: false }));
  expect((await state()).shown).toBe(0);
});
