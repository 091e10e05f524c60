import { randomUUID } from 'node:crypto';
import { editWordsSchema } from '@/contracts/requests/edit-words';
import { z } from 'zod';
import {
  askedFieldSchemas,
  fieldLabel,
  REQUEST_FIELD_NAMES,
  requestField,
} from '@/contracts/requests/request-fields';
import { localDate } from '@/core/time/local-time';
import { deskRequest } from '@/server/use-cases/decisions/desk';
import { editWords } from '@/server/use-cases/decisions/edit-words';
import { earlierRequest } from '@/server/use-cases/requests/ask/earlier-request';
import { crewDay } from '@/server/use-cases/work-orders/crew-day';
import { daySheet } from '@/ui/print/setups-sheet';
import { act, expectDone, submit } from '@tests/builders/changes';
import { openOffice, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(() => office.close());

const view = async (reference: string) => expectDone(await deskRequest(office.as('mara'), reference));

// What a new one of them gets by its row alone.
test.each(REQUEST_FIELD_NAMES)('%s goes from the form to the page, the office and the crew', async (name) => {
  const { isEdited, isForCrews } = requestField[name];
  const reference = await submit(office, 'ada', { [name]: 'Mind the fern' });
  expect((await view(reference))[name]).toBe('Mind the fern');
  expect((await earlierRequest(office.as('ada'), reference))![name]).toBe('Mind the fern');

  const { version, title, publish } = await view(reference);
  const body = { key: randomUUID(), version, title, publish, reason: '', [name]: 'Mind the moss' };
  const outcome = await editWords(office.as('mara'), reference, editWordsSchema.parse(body));
  expect(outcome.ok).toBe(isEdited);
  const now = isEdited ? 'Mind the moss' : 'Mind the fern';
  expect((await view(reference))[name]).toBe(now);
  if (isEdited)
    expect((await view(reference)).history[0]!.what).toContain(
      `${fieldLabel(name)}: “Mind the moss”, before “Mind the fern”`,
    );

  expectDone(await act(office, 'mara', reference, { action: 'approve', reason: '' }));
  const day = await crewDay(office.as('mara'), localDate('2027-04-20'));
  const told = { label: fieldLabel(name), text: now };
  expect(day.orders.some((order) => order.told.some((each) => each.label === told.label))).toBe(isForCrews);
  if (isForCrews) expect(JSON.stringify(daySheet(day))).toContain(`${told.label}: ${told.text}`);
});

test('each has a limit, which is said with its name', () => {
  for (const name of REQUEST_FIELD_NAMES) {
    const parsed = z.object(askedFieldSchemas).safeParse({ [name]: 'x'.repeat(requestField[name].most + 1) });
    expect(parsed.error?.issues.map(({ path, message }) => [path.join('.'), message])).toEqual([
      [name, `${fieldLabel(name)} is longer than ${requestField[name].most} characters.`],
    ]);
  }
});
