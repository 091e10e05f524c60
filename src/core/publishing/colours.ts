/** The palette as names of CSS 3, nearest by eye: iCalendar knows colours by these names alone (RFC 7986 5.9). */
const CSS_NAMES: Readonly<Record<string, string>> = {
  orange: 'orange',
  sky: 'skyblue',
  green: 'seagreen',
  yellow: 'khaki',
  blue: 'steelblue',
  vermilion: 'chocolate',
  rose: 'palevioletred',
  ink: 'dimgray',
};

/** The name of a hue as CSS calls it (RFC 7986 COLOR); that of no hue where it is not known. */
export const cssColour = (hue: string): string => CSS_NAMES[hue] ?? CSS_NAMES.ink!;

/** Relative luminance of `#rrggbb` (WCAG 2.2, definition of relative luminance). */
function luminance(hex: string): number {
  const channels = [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16) / 255);
  const [r, g, b] = channels.map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4)) as [
    number,
    number,
    number,
  ];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Contrast of two colours `#rrggbb`, from 1 to 21 (WCAG 2.2, definition of contrast ratio). */
export function contrastOf(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}
