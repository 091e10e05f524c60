import { texts } from '@/contracts/language/translate';
import type { MailKind, TurnGroup } from '@/core/changes/mail-due';

/** What stands behind title and reference in a subject. */
export const SUBJECT_WORDS: Readonly<Record<MailKind, string>> = texts({
  received: 'we have your request',
  question: 'a question from the office',
  message: 'a message from the office',
  proposal: 'something else is offered to you',
  held: 'held for you',
  approved: 'approved',
  partly: 'approved in part',
  declined: 'declined',
  changed: 'changed',
  cancelled: 'cancelled',
  withdrawn: 'withdrawn',
  lapsed: 'no longer held for you',
  'consent-wanted': 'do you agree?',
  'consent-overridden': 'approved without your consent',
  reminder: 'soon',
  invitation: 'your account',
  'new-password': 'a new password',
  registration: 'finish your registration',
  'password-changed': 'your password was changed',
});

/** First sentence of a mail. */
export const OPENING_WORDS: Readonly<Record<MailKind, string>> = texts({
  received: 'Your request has come in. The office looks at it and writes to you.',
  question: 'The office needs to know something before it can decide. Your request waits for your answer.',
  message: 'The office has written to you about your request.',
  proposal:
    'Not all of it is possible as you asked. Below is what the office offers instead, and holds for you.',
  held: 'Nothing is decided yet; nobody else can book this meanwhile.',
  approved: 'What you asked for is booked.',
  partly: 'Part of what you asked for is booked; below is what, and what is not.',
  declined: 'The following could not be granted. The reason is below.',
  changed: 'Something about your dates has changed.',
  cancelled: 'What is listed below will not take place.',
  withdrawn: 'You withdrew what is listed below; the office no longer decides about it.',
  lapsed:
    'The time for which this was held for you is over: others can book it now. Your request waits for the office.',
  'consent-wanted':
    'A space you look after is asked for, and nothing is approved there without your answer. Agree, or say why not.',
  'consent-overridden':
    'The office has approved the following in a space you look after. Its reason is below.',
  reminder: 'What you have booked is soon. You chose to be reminded; you can change that under Preferences.',
  invitation:
    'The office has made an account for you: with it you ask for spaces and see what became of it. Choose a password to begin.',
  'new-password': 'Someone, most likely you, asked for a new password for your account. Choose one below.',
  registration: 'Someone, most likely you, wants an account with this address. Choose a password to make it.',
  'password-changed':
    'The password of your account was changed just now, and everybody signed in with it elsewhere was signed out. If that was not you, tell the office.',
});

/** Head over the dates in a letter to somebody who looks after a place. */
export const CONSENT_HEADS = texts({
  'consent-wanted': 'Waiting for your answer',
  'consent-overridden': 'Approved',
} as const);
/** Heads over what the office has put right in the words of a request, over what is soon, over what has lapsed. */
export const HEADS = texts({
  edited: 'Now it says',
  reminder: 'Soon',
  lapsed: 'No longer held',
} as const);

/** Head over the dates of which the same is said. */
export const GROUP_HEADS: Readonly<Record<TurnGroup, string>> = texts({
  asked: 'Waiting for a decision',
  approved: 'Booked',
  offered: 'Offered instead',
  declined: 'Not possible',
  cancelled: 'Cancelled',
  withdrawn: 'Withdrawn',
  moved: 'Now at',
  held: 'Held for you',
});

/** Heads over what an approval of a part leaves open or out. */
export const REST_HEADS = texts({ waiting: 'Not decided yet', declined: 'Not possible' } as const);

/** What becomes of a mail in the outbox. */
export const MAIL_STATE_WORDS = texts({
  waits: 'waits',
  // A letter goes nowhere yet: it is written as a file, and that is what is said of it.
  sent: 'written as a file',
  'taken-back': 'undone before it was sent',
} as const);

/** What stands on the button of a letter that leads to a password, and how long it holds. */
export const ACCOUNT_LINK_WORDS = texts({
  invitation: { button: 'Choose a password', holds: 'The link holds for seven days and works once.' },
  'new-password': { button: 'Choose a new password', holds: 'The link holds for two hours and works once.' },
  registration: { button: 'Choose a password', holds: 'The link holds for a day and works once.' },
} as const);

/** When a letter is written, as a heading over its words. */
export const LETTER_WORDS: Readonly<Record<MailKind, string>> = texts({
  received: 'A request has come in',
  question: 'The office asks something',
  message: 'The office writes something',
  proposal: 'Something else is offered',
  held: 'A space is held for you',
  approved: 'All of it is approved',
  partly: 'Part of it is approved',
  declined: 'It is declined',
  changed: 'Dates are changed',
  cancelled: 'Dates are cancelled',
  withdrawn: 'Waiting dates are withdrawn',
  lapsed: 'A hold or an offer has lapsed',
  'consent-wanted': 'Stewards of a space are asked',
  'consent-overridden': 'Stewards of a space are told',
  reminder: 'A booking is soon',
  invitation: 'A person is invited',
  'new-password': 'A new password is asked for',
  registration: 'A person makes their own account',
  'password-changed': 'A password was changed',
});
