import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import { idempotencyKey, requiredLine, rowId } from '@/contracts/forms/fields';

/** A picture has at most so many megabytes. */
export const PICTURE_LIMIT_MB = 20;
/** What can have a picture. */
export const PICTURE_OWNERS = ['space', 'pool'] as const;
export type PictureOwner = (typeof PICTURE_OWNERS)[number];

const owner = {
  of: z.enum(PICTURE_OWNERS, lazyText`Say whether it is of a space or of equipment.`),
  id: z.coerce.number().pipe(rowId<number>(untranslated('what it is of'))),
};

/** What a picture says of itself, in its address; the body is the picture. The picture is at most 20 MB. */
export const sendPictureSchema = z.object({
  ...owner,
  about: requiredLine(untranslated('What is seen on it'), MOST_CHARACTERS.pictureAbout),
});
export type SendPictureInput = z.output<typeof sendPictureSchema>;

/** Whose picture is taken away. */
export const dropPictureSchema = z.object({
  key: idempotencyKey,
  of: owner.of,
  id: rowId<number>(untranslated('what it is of')),
});
export type DropPictureInput = z.output<typeof dropPictureSchema>;

/** A picture with what is on it, in words; measures in pixels. */
export interface Picture {
  readonly href: string;
  /** For those who do not see it. */
  readonly about: string;
  readonly width: number;
  readonly height: number;
}
