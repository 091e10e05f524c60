import { z } from 'zod';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import PDFDocument from 'pdfkit';
import type { FontName, Measure } from '@/core/printing/marks';
import { type Filled, isFilled } from '@/core/lists';

interface Face {
  readonly pack: string;
  readonly weight: number;
}
const FACES: Readonly<Record<FontName, Face>> = {
  sans: { pack: 'source-sans-3', weight: 400 },
  bold: { pack: 'source-sans-3', weight: 600 },
  serif: { pack: 'fraunces', weight: 600 },
};

/** Files of a font with the letters in each, as the package lists them. */
const lettersSchema = z.record(z.string(), z.string());

/** A file of a font holds the letters of some scripts only. */
interface Subset {
  readonly name: string;
  readonly path: string;
  has(codePoint: number): boolean;
}

type Ranges = readonly (readonly [from: number, to: number])[];

/** `U+0000-00FF,U+0131` as ranges. */
const readRanges = (text: string): Ranges =>
  text.split(',').map((range) => {
    const [from = '', to = from] = range.trim().slice(2).split('-');
    return [parseInt(from, 16), parseInt(to, 16)];
  });

function subsetsOf(font: FontName): Filled<Subset> {
  const { pack, weight } = FACES[font];
  const folder = join(process.cwd(), 'node_modules', '@fontsource', pack);
  const listed = lettersSchema.parse(JSON.parse(readFileSync(join(folder, 'unicode.json'), 'utf8')));
  const subsets = Object.entries(listed)
    .map(([name, text]) => {
      const ranges = readRanges(text);
      return {
        name: `${font} ${name}`,
        path: join(folder, 'files', `${pack}-${name}-${weight}-normal.woff`),
        has: (codePoint: number) => ranges.some(([from, to]) => codePoint >= from && codePoint <= to),
      };
    })
    .sort((a, b) => Number(b.name.endsWith(' latin')) - Number(a.name.endsWith(' latin')));
  if (!isFilled(subsets)) throw new Error(`${folder} lists no letters`);
  return subsets;
}

export interface Run {
  /** Name the font is registered by. */
  readonly font: string;
  readonly text: string;
}

export interface Fonts {
  /** A text as runs of letters that one file has. */
  runs(text: string, font: FontName): Run[];
  /** Makes all files known to a document. */
  register(document: PDFKit.PDFDocument): void;
  readonly measure: Measure;
}

const MOST_KNOWN_WIDTHS = 20_000;

function openFonts(): Fonts {
  const subsets: Record<FontName, Filled<Subset>> = {
    sans: subsetsOf('sans'),
    bold: subsetsOf('bold'),
    serif: subsetsOf('serif'),
  };
  const runs = (text: string, font: FontName): Run[] => {
    const found: { font: string; text: string }[] = [];
    const own = subsets[font];
    for (const letter of text) {
      const code = letter.codePointAt(0) ?? 0;
      const { name } = own.find((subset) => subset.has(code)) ?? own[0];
      const last = found[found.length - 1];
      if (last?.font === name) last.text += letter;
      else found.push({ font: name, text: letter });
    }
    return found;
  };
  const register = (document: PDFKit.PDFDocument) => {
    for (const { name, path } of Object.values(subsets).flat()) document.registerFont(name, path);
  };
  const dayStrip = new PDFDocument({ autoFirstPage: false });
  register(dayStrip);
  const known = new Map<string, number>();
  const widthAtThousand = (text: string, font: FontName): number => {
    const key = `${font} ${text}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const width = runs(text, font).reduce(
      (sum, run) => sum + dayStrip.font(run.font).fontSize(1000).widthOfString(run.text),
      0,
    );
    if (known.size >= MOST_KNOWN_WIDTHS) known.clear();
    known.set(key, width);
    return width;
  };
  return { runs, register, measure: (text, font, size) => (widthAtThousand(text, font) * size) / 1000 };
}

let opened: Fonts | null = null;

/** The fonts that ship with the application, opened at the first print. */
export const printFonts = (): Fonts => (opened ??= openFonts());
