import { t } from '@/contracts/language/translate';
import type { Unfit } from '@/core/checks/place-search';
import { FEATURE_WORDS } from './findings';
import { listText } from './rule';
import { countText } from './when';

/** Why a space does not answer whatever the day, said of that space: `lacks a piano`. */
export function sayUnfit(unfit: Unfit): string {
  switch (unfit.kind) {
    case 'lacks':
      return t`lacks ${listText(unfit.features.map((feature) => FEATURE_WORDS[feature]))}`;
    case 'not-set-so':
      return t`is not set in this layout`;
    case 'too-few':
      return t`seats ${unfit.seats} at most`;
  }
}

/** How many spaces do not answer, by what they are short of: `3 spaces do not fit: 2 lack a piano, 1 seats too few.` */
export function sayUnfitSpaces(all: readonly Unfit[]): string {
  const lacking = all.flatMap((unfit) => (unfit.kind === 'lacks' ? [unfit] : []));
  const features = [...new Set(lacking.flatMap((unfit) => unfit.features))];
  const count = (kind: Unfit['kind']) => all.filter((unfit) => unfit.kind === kind).length;
  const [notSet, tooFew] = [count('not-set-so'), count('too-few')];
  const parts = [
    lacking.length > 0 &&
      t`${countText(lacking.length, 'lacks', 'lack')} ${listText(features.map((feature) => FEATURE_WORDS[feature]))}`,
    notSet > 0 && t`${countText(notSet, 'is', 'are')} not set in this layout`,
    tooFew > 0 && t`${countText(tooFew, 'seats', 'seat')} too few`,
  ].filter((part) => part !== false);
  return t`${countText(all.length, 'space does', 'spaces do')} not fit: ${parts.join(', ')}.`;
}
