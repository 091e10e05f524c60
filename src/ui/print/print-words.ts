import type { Part, Sheet } from '@/core/printing/sheet';
import { say } from '@/contracts/language/say';

/** Stands at the foot of each page. */
export const pageText: Sheet['pageText'] = (page, of) => say`${page} of ${of}`;

/** What the key says of the bands of a chart. */
export const bandWords = (): Extract<Part, { kind: 'key' }>['bands'] => ({
  around: say`setup to strike around the event`,
  undecided: say`not decided yet`,
  closed: say`closed`,
});
