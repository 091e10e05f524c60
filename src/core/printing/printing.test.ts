import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { HUES, ON_HUES, patternOf } from './hues';
import { layOut } from './lay-out';
import type { Mark, Measure } from './marks';
import type { Part, Sheet } from './sheet';
import { fitted, wrapped } from './wrap';

/** Every letter as wide as half its height: easy to reckon with. */
const measure: Measure = (text, _, size) => (text.length * size) / 2;

const words = fc.array(fc.string({ minLength: 1, maxLength: 30, unit: fc.constantFrom(...'abcd') }), {
  maxLength: 30,
});

test('wrapped lines fit, and hold every letter in order', () => {
  fc.assert(
    fc.property(words, fc.integer({ min: 10, max: 300 }), (drawn, width) => {
      const lines = wrapped(drawn.join(' '), width, 'sans', 10, measure);
      for (const each of lines) expect(each.length <= 1 || measure(each, 'sans', 10) <= width).toBe(true);
      expect(lines.join('').replace(/ /g, '')).toBe(drawn.join(''));
    }),
  );
});

test('a fitted text is its longest beginning that has room', () => {
  expect(fitted('Willow workshop', 1000, 'sans', 10, measure)).toBe('Willow workshop');
  expect(fitted('Willow workshop', 35, 'sans', 10, measure)).toBe('Willow…');
  expect(fitted('Willow workshop', 34, 'sans', 10, measure)).toBe('Willo…');
  expect(fitted('Willow workshop', 3, 'sans', 10, measure)).toBe('');
});

const cell = words.map((drawn) => ({ text: drawn.join(' ') }));
const parts: fc.Arbitrary<Part> = fc.oneof(
  cell.map(({ text }): Part => ({ kind: 'heading', text: text.slice(0, 40) })),
  cell.map(({ text }): Part => ({ kind: 'text', text })),
  fc.array(fc.tuple(cell, cell), { maxLength: 40 }).map((rows): Part => ({
    kind: 'table',
    columns: [
      { title: 'When', share: 1 },
      { title: 'What', share: 3 },
    ],
    rows,
  })),
  fc.array(fc.integer({ min: 0, max: 3 }), { maxLength: 60 }).map((lanes): Part => ({
    kind: 'chart',
    ticks: [{ at: 0, text: '08:00' }],
    rows: lanes.map((lane) => ({
      label: 'Barn',
      note: '90 seats',
      closed: [[0, 0.1]],
      blocks: [
        {
          start: 0.2,
          end: 0.5,
          outerStart: 0.1,
          outerEnd: 0.6,
          title: 'Moth survey',
          sign: { mark: 'Su', hue: 'sky' },
          isOpen: false,
          lane,
        },
      ],
    })),
  })),
  fc.constant<Part>({
    kind: 'key',
    signs: [{ mark: 'Su', hue: 'sky', name: 'Surveys' }],
    bands: { around: 'around', undecided: 'undecided', closed: 'closed' },
  }),
);
const sheets = fc.record({
  title: fc.constant('Quillmere'),
  subtitle: fc.constant('April'),
  foot: fc.constant('Printed today'),
  pageText: fc.constant((page: number, of: number) => `${page} of ${of}`),
  isLandscape: fc.boolean(),
  parts: fc.array(parts, { maxLength: 6 }),
}) satisfies fc.Arbitrary<Sheet>;

function bounds(mark: Mark): [x: number, y: number, right: number, bottom: number] {
  switch (mark.kind) {
    case 'text':
      return [
        mark.x,
        mark.baseline - mark.size,
        mark.x + measure(mark.text, mark.font, mark.size),
        mark.baseline,
      ];
    case 'box':
      return [mark.x, mark.y, mark.x + mark.width, mark.y + mark.height];
    case 'disc':
      return [mark.x - mark.radius, mark.y - mark.radius, mark.x + mark.radius, mark.y + mark.radius];
    case 'line':
      return [
        Math.min(mark.x1, mark.x2),
        Math.min(mark.y1, mark.y2),
        Math.max(mark.x1, mark.x2),
        Math.max(mark.y1, mark.y2),
      ];
  }
}

test('nothing leaves the page, every word of every table is there, and pages are numbered', () => {
  fc.assert(
    fc.property(sheets, (sheet) => {
      const pages = layOut(sheet, measure);
      pages.forEach(({ width, height, marks }, index) => {
        expect([width, height].map(Math.round)).toEqual(sheet.isLandscape ? [842, 595] : [595, 842]);
        for (const mark of marks) {
          const [x, y, right, bottom] = bounds(mark);
          expect(x).toBeGreaterThanOrEqual(41);
          expect(y).toBeGreaterThanOrEqual(40);
          expect(right).toBeLessThanOrEqual(width - 41);
          expect(bottom).toBeLessThanOrEqual(height - 31);
        }
        expect(
          marks.some((mark) => mark.kind === 'text' && mark.text === `${index + 1} of ${pages.length}`),
        ).toBe(true);
      });
      const printed = pages.flatMap(({ marks }) =>
        marks.flatMap((mark) => (mark.kind === 'text' ? mark.text.split(' ') : [])),
      );
      const letters = printed.join('').length;
      const wanted = sheet.parts.flatMap((part) =>
        part.kind === 'table'
          ? part.rows.flat().map(({ text }) => text)
          : part.kind === 'text'
            ? [part.text]
            : [],
      );
      expect(letters).toBeGreaterThanOrEqual(wanted.join('').replace(/ /g, '').length);
    }),
    { numRuns: 60 },
  );
});

test('lines of text never stand on one another', () => {
  fc.assert(
    fc.property(sheets, (sheet) => {
      for (const { marks } of layOut(
        { ...sheet, parts: sheet.parts.filter(({ kind }) => kind !== 'key') },
        measure,
      )) {
        const texts = marks.filter((mark) => mark.kind === 'text').map(bounds);
        texts.forEach((a, i) =>
          texts.slice(i + 1).forEach((b) => {
            const isOver =
              a[0] < b[2] - 0.01 && b[0] < a[2] - 0.01 && a[1] < b[3] - 0.01 && b[1] < a[3] - 0.01;
            expect(isOver).toBe(false);
          }),
        );
      }
    }),
    { numRuns: 40 },
  );
});

test('a pattern stays in its box, and no two hues have the same one', () => {
  const of = (hue: string) => patternOf(hue, [10, 20, 30, 12], '#000000');
  for (const hue of Object.keys(HUES)) {
    expect(of(hue).length).toBeGreaterThan(1);
    for (const mark of of(hue)) {
      const [x, y, right, bottom] = bounds(mark);
      expect(x).toBeGreaterThanOrEqual(10 - 1e-6);
      expect(right).toBeLessThanOrEqual(40 + 1e-6);
      expect(y).toBeGreaterThanOrEqual(20 - 1e-6);
      expect(bottom).toBeLessThanOrEqual(32 + 1e-6);
    }
  }
  expect(new Set(Object.keys(HUES).map((hue) => JSON.stringify(of(hue)))).size).toBe(
    Object.keys(HUES).length,
  );
});

test('print and screen have the same hues', () => {
  const css = readFileSync('src/app/globals.css', 'utf8');
  for (const [hue, ink] of Object.entries(HUES))
    expect(css).toMatch(
      new RegExp(`data-hue='${hue}'\\] {\\s+--hue: ${ink};\\s+--on-hue: ${ON_HUES[hue]!};`),
    );
});

test('the head of a table never stands alone at the foot of a page', () => {
  for (let lines = 30; lines < 60; lines += 1) {
    const pages = layOut(
      {
        title: 'T',
        subtitle: 's',
        foot: 'f',
        pageText: (page, of) => `${page} of ${of}`,
        isLandscape: false,
        parts: [
          { kind: 'text', text: Array(lines).fill('x').join('\n') },
          { kind: 'table', columns: [{ title: 'Head', share: 1 }], rows: [[{ text: 'Row' }]] },
        ],
      },
      measure,
    );
    const found = (text: string) =>
      pages.findIndex(({ marks }) => marks.some((mark) => mark.kind === 'text' && mark.text === text));
    expect(found('Head')).toBe(found('Row'));
  }
});
