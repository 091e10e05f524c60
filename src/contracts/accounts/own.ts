import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import { requiredLine, rowId } from '@/contracts/forms/fields';

/** Marking a space or a pool as one's own first choice, or no longer. */
export const pinSchema = z.object({
  kind: z.enum(['space', 'pool'], lazyText`Pin a space or equipment.`),
  id: rowId<number>(untranslated('what to pin')),
  isPinned: z.boolean(lazyText`Say whether to pin it.`),
});
export type PinInput = z.output<typeof pinSchema>;

/** Something pinned, as it is listed. */
export interface PinnedName {
  readonly kind: 'space' | 'pool';
  readonly id: number;
  readonly name: string;
  readonly href: string;
}

/** The pages of which a view can be saved, and where they are. */
export const SAVED_SCREENS = { board: '/', dates: '/calendar', desk: '/desk' } as const;
export type SavedScreen = keyof typeof SAVED_SCREENS;
const SCREENS = Object.keys(SAVED_SCREENS) as [SavedScreen, ...SavedScreen[]];

/**
 * A screen with its filters, kept under a name of one's own. The address is at most 1,000 letters and begins with its page.
 */
export const keepViewSchema = z
  .object({
    screen: z.enum(SCREENS, lazyText`There is no such screen.`),
    name: requiredLine(untranslated('The name'), MOST_CHARACTERS.viewName),
    address: z
      .string(lazyText`The address is missing.`)
      .max(1000, lazyText`The address is too long to keep.`),
  })
  .refine(
    ({ screen, address }) =>
      address === SAVED_SCREENS[screen] || address.startsWith(`${SAVED_SCREENS[screen]}?`),
    { path: ['address'], ...lazyText`Only what this page shows can be saved.` },
  );
export type KeepViewInput = z.output<typeof keepViewSchema>;

/** Which saved view is let go. */
export const dropViewSchema = z.object({ id: rowId<number>(untranslated('the view to delete')) });

/** A saved view: its name, and what stands behind the address of its page. */
export interface SavedView {
  readonly id: number;
  readonly name: string;
  readonly address: string;
}

/** Most views a person keeps for a screen. At most so many; the next one is refused until one is let go. */
export const MOST_VIEWS = 40;

/** What somebody pinned, and what they used before, latest first. */
export interface Familiar {
  readonly spaces: readonly number[];
  readonly pools: readonly number[];
  readonly usedSpaces: readonly number[];
}

/** Nothing pinned, nothing used before. */
export const NOTHING_FAMILIAR: Familiar = { spaces: [], pools: [], usedSpaces: [] };

/** Pinned before used before others; less comes first. */
export function familiarRank({ spaces, usedSpaces }: Familiar, space: number): number {
  if (spaces.includes(space)) return 0;
  return usedSpaces.includes(space) ? 1 : 2;
}

/** Somebody who may ask, change and cancel for the viewer, or no longer. The address is at most 200 letters long. */
export const deputySchema = z.object({
  email: z
    .email(lazyText`Write the whole e-mail address of their account.`)
    .max(200, lazyText`The address is too long.`),
  isDeputy: z.boolean(lazyText`Say whether they may.`),
});
export type DeputyInput = z.output<typeof deputySchema>;

/** Somebody who may act for another. */
export interface Deputy {
  readonly name: string;
  readonly email: string;
}

/** Most deputies a person names. At most so many; the next one is refused until one is let go. */
export const MOST_DEPUTIES = 12;

/** Something one did, as it is listed for its doer. */
export interface RecentAction {
  readonly changeSet: number;
  readonly what: string;
  readonly when: string;
  readonly requests: readonly { readonly reference: string; readonly title: string }[];
  readonly moreRequests: number;
  /** Until when it can be taken back, in words; null where it no longer can. */
  readonly undoUntil: string | null;
}
