// No 0/O, 1/I/L, 2/Z, 5/S, 8/B, U/V: a reference is read out on the telephone.
const LETTERS = 'ACDEFGHJKMNPQRTWXY34679';

/** Six characters without look-alikes, as `QK7-3MW`; about 148 million of them. `random` gives [0, 1). */
export function makeReference(random: () => number): string {
  const pick = () => LETTERS.charAt(Math.floor(random() * LETTERS.length));
  return `${pick()}${pick()}${pick()}-${pick()}${pick()}${pick()}`;
}

/** A whole reference: two groups of three letters and digits, of those that are not taken for one another. */
export const REFERENCE_PATTERN = new RegExp(`^[${LETTERS}]{3}-[${LETTERS}]{3}$`);
