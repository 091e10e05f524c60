import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { printQuerySchema } from '@/contracts/calendar/print';
import { firstPages, printedPdf } from '@/app/(office)/print/print-sheet';
import { approvedIn, expectDone, submit, times } from '@tests/builders/changes';
import { openOffice, SPACE, weekly, type TestOffice } from '@tests/builders/office';

let office: TestOffice;
beforeEach(async () => {
  office = await openOffice();
});
afterEach(() => office.close());

const DAY = '2027-04-20';
const contextOf = (name: string | null) => (name === null ? office.reader : office.as(name));

async function printed(name: string | null, asked: Record<string, string>) {
  const query = printQuerySchema.parse({ from: DAY, days: '1', ...asked });
  return expectDone(await firstPages(contextOf(name), query, 1000));
}

/** The text of a PDF as poppler of Debian reads it: outside reference. */
async function textOf(name: string | null, asked: Record<string, string>): Promise<string> {
  const query = printQuerySchema.parse({ from: DAY, days: '1', ...asked });
  const file = join(office.file, '..', 'sheet.pdf');
  writeFileSync(file, expectDone(await printedPdf(contextOf(name), query)).pdf);
  const read = spawnSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
  if (read.status !== 0) throw new Error(read.stderr);
  return read.stdout;
}

const bay = (spaceId: number) => ({ spaceId, layout: 'rounds' as const, setupMin: 30, strikeMin: 20 });

test('a PDF says what is on, with page numbers, the office and the key', async () => {
  await approvedIn(office, 'ada', {
    title: 'Łąka and Ωmega: “fern” night',
    when: times(DAY, '14:00', '16:00'),
  });
  await submit(office, 'ada', { title: 'Lichen hour', spaces: [bay(SPACE.HW)] });
  const brief = await textOf('mara', { what: 'dates' });
  expect(brief).toMatch(/Tuesday 20 April 2027/);
  // Letters that stand in other files of the font than the common ones.
  expect(brief).toMatch(/14:00–16:00\s+Wo\s+Łąka and Ωmega: “fern” night\s+Studio/);
  expect(brief).toMatch(/waiting: Lichen hour\s+West Bay/);
  expect(brief).toMatch(/Wo\s+Workshops/);
  expect(brief).toMatch(/Fernside office, 01632 960 100.*1 of 1/);
  expect(brief).not.toMatch(/Fern Society/);
  const detailed = await textOf('mara', { what: 'dates', detail: 'detailed' });
  expect(detailed).toMatch(/Fern Society/);
  expect(detailed).toMatch(/Bring a fern\./);
});

test('nothing is printed that the viewer may not know', async () => {
  await approvedIn(office, 'ada', {
    title: 'SECRET',
    publish: false,
    publicText: 'SECRET',
    spaces: [bay(SPACE.HE)],
  });
  for (const what of ['dates', 'board', 'space'])
    for (const detail of ['brief', 'detailed']) {
      const text = await textOf(null, { what, detail, of: 'HE' });
      expect(text).not.toMatch(/SECRET|Fern Society|rounds/i);
      if (what !== 'dates') expect(text).toMatch(/taken/);
      expect(await textOf('ada', { what, detail, of: 'HE' })).toMatch(/SECRET/);
    }
});

test('the board on paper: every space, a chart for each day, and the list in detail', async () => {
  await approvedIn(office, 'ada', { title: 'Moss', spaces: [bay(SPACE.HE)] });
  const text = await textOf('mara', { what: 'board', days: '2', page: 'wide', detail: 'detailed' });
  for (const each of ['Ground Floor', 'Hall', 'East Bay', 'West Bay', 'Studio', 'Wednesday 21 April 2027'])
    expect(text).toContain(each);
  expect(text).toMatch(/14:00–16:00\s+13:00–16:50\s+East Bay\s+Wo\s+Moss/);
  expect(text).toMatch(/in East Bay/);
  const some = await textOf('mara', { what: 'board', only: `${SPACE.ST}` });
  expect(some).toMatch(/1 of 5 spaces/);
  expect(some).not.toMatch(/West Bay/);
});

test('a pool on paper: what is left of it, by day or by hour', async () => {
  await approvedIn(office, 'ada', { equipment: [{ typeId: 1, quantity: 30 }] });
  expect(await textOf(null, { what: 'pool', of: '1' })).toMatch(
    /Tue 20 Apr 2027\s+13:05–16:55\s+80\s+30\s+50/,
  );
  expect(await textOf(null, { what: 'pool', of: '1', detail: 'detailed' })).toMatch(
    /00:00–13:05\s+80\s+0\s+80/,
  );
});

test('apart, each calendar has its dates under its name', async () => {
  await approvedIn(office, 'ada', {
    when: { ...times(DAY, '14:00', '16:00'), repeat: weekly(1, '2027-05-25') },
  });
  await approvedIn(office, 'ada', { title: 'Hired', categoryId: 2, spaces: [bay(SPACE.HE)] });
  const text = await textOf('mara', { what: 'dates', days: '60', apart: '1', by: 'category' });
  expect(text.match(/Spore printing/g)).toHaveLength(6);
  expect(text.indexOf('Workshops')).toBeLessThan(text.indexOf('Private hire'));
});

test('a long print has its pages numbered, and says on each what it is', async () => {
  for (const week of [0, 1])
    await approvedIn(office, 'ada', {
      title: `Count ${week}`,
      publicText: 'x '.repeat(400),
      spaces: [bay(week ? SPACE.HE : SPACE.HW)],
      when: { ...times(DAY, '14:00', '16:00'), repeat: weekly(1, '2027-06-25') },
    });
  const { pages } = await printed('mara', { what: 'dates', days: '60', detail: 'detailed' });
  expect(pages.length).toBeGreaterThan(2);
  const text = await textOf('mara', { what: 'dates', days: '60', detail: 'detailed' });
  expect(text).toContain(`${pages.length} of ${pages.length}`);
  expect(text.match(/Calendar, 20 April – 18 June 2027/g)).toHaveLength(pages.length - 1);
});

test('what cannot be printed is refused with a sentence', async () => {
  const refused = async (asked: Record<string, string>) =>
    printedPdf(office.reader, printQuerySchema.parse({ from: DAY, days: '1', ...asked }));
  expect(await refused({ what: 'space', of: 'NOPE' })).toMatchObject({ ok: false });
  expect(await refused({ what: 'pool', of: '99' })).toMatchObject({ ok: false });
  expect(printQuerySchema.safeParse({ what: 'board', from: DAY, days: '15' }).success).toBe(false);
  expect(printQuerySchema.safeParse({ what: 'tea', from: DAY, days: '1' }).success).toBe(false);
});
