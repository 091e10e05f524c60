import { t, texts } from '@/contracts/language/translate';
import type { HueCheck, Sight } from '@/core/printing/hue-check';

const SIGHT_WORDS: Readonly<Record<Sight, string>> = texts({
  'without-red': 'cannot see red',
  'without-green': 'cannot see green',
  'without-blue': 'cannot see blue',
});

/** What the colours of categories and calendars are called. */
const HUE_WORDS: Readonly<Record<string, string>> = texts({
  orange: 'orange',
  sky: 'sky',
  green: 'green',
  yellow: 'yellow',
  blue: 'blue',
  vermilion: 'vermilion',
  rose: 'rose',
  ink: 'ink',
});
/** What a hue is called; as it is where it has no name. */
export const hueText = (hue: string): string => HUE_WORDS[hue] ?? hue;

/** What there is to know of a colour before it is chosen. Contrast as WCAG 2.2 reckons it, from 1 to 21. */
export function sayHue({ contrast, near }: HueCheck): string {
  const letters = t`Letters on it stand out ${contrast} : 1, where 4.5 : 1 is asked for.`;
  if (!near.length) return t`${letters} Everybody tells it from the other colours.`;
  const apart = near.map(({ hue, sight }) => t`from ${hueText(hue)} for people who ${SIGHT_WORDS[sight]}`);
  return t`${letters} Hard to tell ${apart.join(', ')}; the two letters tell them apart.`;
}
