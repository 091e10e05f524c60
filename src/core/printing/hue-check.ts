import {
  differenceCiede2000,
  filterDeficiencyDeuter,
  filterDeficiencyProt,
  filterDeficiencyTrit,
  parse,
  wcagContrast,
  type Color,
} from 'culori';
import { HUES, ON_HUES } from './hues';

/**
 * Who sees without one of the three primary colours. Simulated at full severity (Machado et al., 2009), never in part.
 */
export const SIGHTS = ['without-red', 'without-green', 'without-blue'] as const;
export type Sight = (typeof SIGHTS)[number];

// Machado, Oliveira and Fernandes (2009), at full severity, as the library has them.
const SEEN: Readonly<Record<Sight, (colour: Color) => Color>> = {
  'without-red': filterDeficiencyProt(1),
  'without-green': filterDeficiencyDeuter(1),
  'without-blue': filterDeficiencyTrit(1),
};

/**
 * Two colours nearer than this (CIEDE2000) are hard to tell apart on small marks. Common practice, no source: about five
 * times what is just noticed side by side.
 */
const NEAR = 14;
/** WCAG 2.2, 1.4.3: letters as small as those of a mark. To 1; from 1 to 21 is possible. */
export const LEAST_CONTRAST = 4.5;

/** How well a hue carries letters, and the hues some people hardly tell it from; none where all do. */
export interface HueCheck {
  /** Of the letters on it, from 1 to 21. */
  readonly contrast: number;
  readonly near: readonly { readonly hue: string; readonly sight: Sight }[];
}

/**
 * How well a hue carries letters, and which of the others some people hardly tell it from. Rounded down to one place;
 * near is empty where all tell it from the others.
 */
export function checkHue(hue: string): HueCheck {
  const own = parse(HUES[hue]!)!;
  const difference = differenceCiede2000();
  return {
    contrast: Math.floor(wcagContrast(own, ON_HUES[hue]!) * 10) / 10,
    near: SIGHTS.flatMap((sight) =>
      Object.entries(HUES)
        .filter(
          ([other, ink]) => other !== hue && difference(SEEN[sight](own), SEEN[sight](parse(ink)!)) < NEAR,
        )
        .map(([other]) => ({ hue: other, sight })),
    ),
  };
}
