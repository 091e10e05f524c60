import type { Part, Sheet } from '@/core/printing/sheet';
import { t } from '@/contracts/language/translate';

/** Stands at the foot of each page. */
export const pageText: Sheet['pageText'] = (page, of) => t`${page} of ${of}`;

/** What the key says of the bands of a chart. */
export const bandWords = (): Extract<Part, { kind: 'key' }>['bands'] => ({
  around: t`setup to strike around the event`,
  undecided: t`not decided yet`,
  closed: t`closed`,
});
