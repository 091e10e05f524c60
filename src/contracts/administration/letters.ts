import { untranslated, t } from '@/contracts/language/translate';
import { z } from 'zod';
import { MAIL_KINDS, type MailKind } from '@/core/changes/mail-due';
import { plainText } from '@/contracts/forms/fields';
import { LETTER_WORDS, OPENING_WORDS, SUBJECT_WORDS } from '../words/mail';
import { formOfEntry, type FormOfEntry } from './form-parts';

/** Under which name the subject of a letter is kept. */
export const subjectKey = (kind: MailKind): string => `subject_${kind}`;
/** Under which name its first sentence is kept. */
export const openingKey = (kind: MailKind): string => `opening_${kind}`;

const words = MAIL_KINDS.flatMap((kind): [string, z.ZodType<string>][] => [
  [subjectKey(kind), plainText(untranslated('The subject'), 80).default('')],
  [openingKey(kind), plainText(untranslated('The opening'), 600).default('')],
]);

/** The office's own words in its letters; what is empty is said in ours. */
export const lettersDoc = z
  .object({ closing: plainText(untranslated('The closing'), 400).default('') })
  .extend(Object.fromEntries(words) as Record<string, z.ZodType<string>>)
  .transform((doc) => doc as Readonly<Record<string, string>>);
export type LettersDoc = Readonly<Record<string, string>>;

/** The words of letters; an empty field is ours. */
export const lettersForm: FormOfEntry = formOfEntry({
  fresh: {},
  sections: [
    {
      title: untranslated('All letters'),
      fields: [
        {
          kind: 'text',
          name: 'closing',
          label: untranslated('Above the name of the office'),
          hint: untranslated('Such as a greeting, or when someone is there. It can stay empty.'),
          most: 400,
        },
      ],
    },
    ...MAIL_KINDS.map((kind) => ({
      get title() {
        return LETTER_WORDS[kind];
      },
      fields: [
        {
          kind: 'line' as const,
          name: subjectKey(kind),
          label: untranslated('Subject'),
          get hint() {
            return t`Behind what it is about; else “${SUBJECT_WORDS[kind]}”.`;
          },
          most: 80,
        },
        {
          kind: 'text' as const,
          name: openingKey(kind),
          label: untranslated('Opening'),
          get hint() {
            return t`Else: ${OPENING_WORDS[kind]}`;
          },
          most: 600,
        },
      ],
    })),
  ],
});
