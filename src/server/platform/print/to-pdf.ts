import { LOCALES } from '@/contracts/language/languages';
import { ownLanguage } from '@/contracts/language/translate';
import type { Progress } from '@/contracts/base/long-work';
import PDFDocument from 'pdfkit';
import type { Mark, Page } from '@/core/printing/marks';
import { lettingOthers } from '../let-others';
import { printFonts } from './fonts';

const DOTS = 2;

function draw(document: PDFKit.PDFDocument, mark: Mark) {
  switch (mark.kind) {
    case 'text': {
      const { runs, measure } = printFonts();
      let { x } = mark;
      for (const run of runs(mark.text, mark.font)) {
        document
          .font(run.font)
          .fontSize(mark.size)
          .fillColor(mark.ink)
          .text(run.text, x, mark.baseline, { lineBreak: false, baseline: 'alphabetic' });
        x += measure(run.text, mark.font, mark.size);
      }
      return;
    }
    case 'box': {
      document.rect(mark.x, mark.y, mark.width, mark.height);
      document.lineWidth(mark.lineWidth);
      if (mark.isDotted) document.dash(DOTS, { space: DOTS });
      if (mark.fill && mark.line) document.fillAndStroke(mark.fill, mark.line);
      else if (mark.fill) document.fill(mark.fill);
      else if (mark.line) document.stroke(mark.line);
      document.undash();
      return;
    }
    case 'disc':
      document.circle(mark.x, mark.y, mark.radius).lineWidth(mark.lineWidth);
      if (mark.fill) document.fillAndStroke(mark.fill, mark.line);
      else document.stroke(mark.line);
      return;
    case 'line':
      document.moveTo(mark.x1, mark.y1).lineTo(mark.x2, mark.y2).lineWidth(mark.lineWidth).stroke(mark.ink);
  }
}

/** Pages as a PDF with their fonts in it. `at` is the moment written into it as its making. */
export async function toPdf(
  pages: readonly Page[],
  title: string,
  at: Date,
  tell?: (progress: Progress) => void,
): Promise<Buffer> {
  const letOthers = lettingOthers();
  const document = new PDFDocument({
    autoFirstPage: false,
    lang: LOCALES[ownLanguage()],
    displayTitle: true,
    info: { Title: title, Creator: 'Calendario', Producer: 'Calendario', CreationDate: at },
  });
  printFonts().register(document);
  const chunks: Buffer[] = [];
  const ended = new Promise<Buffer>((resolve, reject) => {
    document.on('data', (chunk: Buffer) => chunks.push(chunk));
    document.on('end', () => resolve(Buffer.concat(chunks)));
    document.on('error', reject);
  });
  for (const [index, { width, height, marks }] of pages.entries()) {
    document.addPage({ size: [width, height], margin: 0 });
    for (const mark of marks) draw(document, mark);
    tell?.({ done: index + 1, of: pages.length });
    await letOthers();
  }
  document.end();
  return ended;
}
