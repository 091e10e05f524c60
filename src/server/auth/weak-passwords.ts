import { t } from '@/contracts/language/translate';
import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';
import type { FieldFault } from '@/contracts/base/refusal';

/** Guesses the library reckons with, as powers of ten: below a hundred million is too few for a slow hash. */
const FEWEST_GUESSES_LOG10 = 8;
/** The library's work grows with the square of the length; what comes after this adds nothing it needs to know. */
const MOST_LOOKED_AT = 64;

const common = { dictionary, graphs: adjacencyGraphs };

/** Said where others would guess a password soon, with what they know of its owner. */
export function weakPasswordFaults(
  password: string,
  { name, email }: { readonly name: string; readonly email: string },
): FieldFault[] {
  const own = [...name.split(/\s+/), ...email.split(/[@.]/), email].filter((word) => word.length > 2);
  const { guessesLog10 } = new ZxcvbnFactory(common).check(password.slice(0, MOST_LOOKED_AT), own);
  return guessesLog10 < FEWEST_GUESSES_LOG10
    ? [
        {
          path: 'password',
          message: t`Others would guess this one soon. Use several words that have nothing to do with you.`,
        },
      ]
    : [];
}
