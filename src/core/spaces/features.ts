/** What a space offers beside room. Trade words; the words readers see are in contracts/words. */
export const FEATURES = [
  'step-free',
  'hearing-loop',
  'daylight',
  'blackout',
  'kitchen',
  'water',
  'power',
  'screen',
  'piano',
  'stage',
  'parking',
  'heating',
] as const;
export type Feature = (typeof FEATURES)[number];

/** Wanted features the space does not have. Empty where all is there. */
export const missingFeatures = (wanted: readonly Feature[], offered: readonly Feature[]): Feature[] =>
  wanted.filter((feature) => !offered.includes(feature));
