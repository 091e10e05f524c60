import { texts } from '@/contracts/language/translate';
import type { REMINDERS_MIN } from '@/contracts/language/own-settings';

/** How long before a booking a letter is wanted. Keys are minutes. */
export const REMINDER_WORDS: Readonly<Record<(typeof REMINDERS_MIN)[number], string>> = texts({
  120: 'two hours before',
  1440: 'a day before',
  2880: 'two days before',
  10080: 'a week before',
});
