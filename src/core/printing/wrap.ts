import type { FontName, Measure } from './marks';

/**
 * The longest beginning of a text that fits, with an ellipsis where something is left out. Empty where not even the
 * first letter does.
 */
export function fitted(text: string, width: number, font: FontName, size: number, measure: Measure): string {
  if (measure(text, font, size) <= width) return text;
  let [least, most] = [0, text.length];
  while (least < most) {
    const middle = Math.ceil((least + most) / 2);
    if (measure(`${text.slice(0, middle).trimEnd()}…`, font, size) <= width) least = middle;
    else most = middle - 1;
  }
  return least ? `${text.slice(0, least).trimEnd()}…` : '';
}

/** Cuts a word that is wider than a line by itself. */
function pieces(word: string, fits: (text: string) => boolean): string[] {
  const found: string[] = [];
  let piece = '';
  for (const letter of word) {
    if (piece && !fits(piece + letter)) {
      found.push(piece);
      piece = '';
    }
    piece += letter;
  }
  return [...found, piece];
}

/** Lines of a text in a width, broken between words, and inside one only where it is wider than a line. */
export function wrapped(
  text: string,
  width: number,
  font: FontName,
  size: number,
  measure: Measure,
): string[] {
  const fits = (line: string) => measure(line, font, size) <= width;
  return text.split('\n').flatMap((paragraph) => {
    const lines: string[] = [];
    let current = '';
    for (const word of paragraph.split(/\s+/).filter(Boolean)) {
      const longer = current ? `${current} ${word}` : word;
      if (fits(longer)) {
        current = longer;
        continue;
      }
      if (current) lines.push(current);
      const cut = fits(word) ? [word] : pieces(word, fits);
      lines.push(...cut.slice(0, -1));
      current = cut.at(-1) ?? '';
    }
    return [...lines, current];
  });
}
