import { t } from '@/contracts/language/translate';
import type { ErrorReply, Refusal, RefusalCode } from '@/contracts/base/refusal';
import { countText } from './when';

type Say<Code extends RefusalCode> = (refusal: Extract<Refusal, { code: Code }>) => string;

const UNDO: Readonly<Record<Extract<Refusal, { code: 'cannot-undo' }>['why'], (since: string) => string>> = {
  'too-late': () => t`This could be undone for ten minutes; they are over. Change it as it is now.`,
  undone: () => t`This was undone already.`,
  'not-yours': () => t`Only the person who did it, or the office, can undo it.`,
  changed: (since) => t`This cannot be undone: it was changed again since. ${since} Change it as it is now.`,
  taken: (since) =>
    t`This cannot be undone: the space or the equipment is booked by now. ${since} What would do instead, in a new request:`,
  nothing: () => t`There is nothing here to undo.`,
};

const SENTENCES: { readonly [Code in RefusalCode]: Say<Code> } = {
  'bad-input': ({ fields }) =>
    `${fields[0]?.message ?? t`Something in the form cannot be read.`}${fields.length > 1 ? t` And ${countText(fields.length - 1, 'more thing', 'more things')} to correct.` : ''}`,
  'put-right': ({ fields }) => t`Not sent yet: ${fields.map(({ message }) => message).join(' ')}`,
  malformed: () => t`What was sent is not a form of this application. Reload the page and send again.`,
  'too-large': ({ limitKb }) => t`That is more than ${limitKb} KB. Shorten the texts and send again.`,
  'file-too-large': ({ limitMb }) =>
    t`A file is at most ${limitMb} MB; this one is larger and was not saved. Send a smaller one, or give the office a link to it.`,
  'bad-archive': ({ why }) => t`This archive cannot be brought in. ${why} Nothing was changed.`,
  'cross-site': () =>
    t`This came from another site and was not carried out. Open the page here and send again.`,
  'not-set-up': () => t`There is no office here yet. Open /start in a browser and set it up.`,
  'sign-in-first': () =>
    t`You are not signed in, or no longer. Sign in and send again; what you typed is kept.`,
  'wrong-credentials': () => t`No account with that address and password. Check both, or ask the office.`,
  'too-many-tries': ({ minutes }) =>
    t`Too many tries. Wait ${countText(minutes, 'minute', 'minutes')} and try again.`,
  'sign-ins-busy': () =>
    t`Many people are signing in at this moment. Nothing was changed; try again in a few seconds.`,
  'wait-or-sign-in': ({ minutes }) =>
    t`Much is being checked for people without an account just now. Sign in, or wait ${countText(minutes, 'minute', 'minutes')} and go on; what you typed is kept.`,
  'link-over': () =>
    t`This link is over: it was used, has lapsed, or a newer one was sent. Ask for a new one where you sign in.`,
  'not-allowed': ({ what }) => t`${what} Ask the office if you think it should be you.`,
  'not-found': ({ what }) => t`There is no ${what}. Check the address, or ask the office.`,
  stale: ({ since }) =>
    t`Not done: this has changed while you looked at it. ${since} Look at it as it is now and decide again.`,
  'in-use': () => t`Not done: it is needed as it is.`,
  conflict: ({ dates }) =>
    t`Not done: ${countText(dates, 'date conflicts', 'dates conflict')}. Pick the clear dates and leave the others as they are, or move them.`,
  'not-waiting': () =>
    t`None of it waits any more. Look at the request again: what is booked is changed date by date.`,
  'consent-moved': () =>
    t`Some of these dates are decided, moved or withdrawn meanwhile. Look at the list again; it shows what is wanted now.`,
  'consent-awaited': () =>
    t`The steward of the space has not agreed yet. It stays held for you meanwhile; try again later, or write to the office.`,
  'needs-reason': () =>
    t`This does not keep a rule of the office. Give the reason; it is stored with the booking.`,
  'no-such-step': ({ date, state }) => t`${date} is ${state} already; nothing was changed. Pick other dates.`,
  past: ({ date }) => t`${date} is over and can no longer be changed. Leave it out of the pick.`,
  'nothing-there': ({ date, what }) =>
    ({
      proposal: t`There is no offer for ${date} any more. Look at it as it is now.`,
      change: t`No change waits for ${date} any more. Look at it as it is now.`,
      hold: t`Nothing is held for ${date} any more. Look at it as it is now.`,
      fallback: t`No indoor space is kept for ${date} any more. Look at it as it is now.`,
    })[what],
  'no-space-yet': ({ date }) =>
    t`${date} has no space yet: the requester leaves it to the office. Give it a space first, then approve it.`,
  'offer-over': () =>
    t`This offer is over: it has lapsed, was answered on the site, or was taken back. Your request waits on; write to the office if it still suits you.`,
  'offer-answered': () =>
    t`This link was answered already, the other way. Write to the office if you have thought better of it.`,
  begun: ({ date }) =>
    t`${date} has begun: it can only be made shorter or longer now. Leave it out of the pick, or change its length alone.`,
  'cannot-undo': ({ why, since }) => UNDO[why](since),
  'key-used': () => t`This form was sent before with other content. Reload the page and send it again.`,
  'too-many-at-once': () =>
    t`Too many requests come from your network at once. Nothing was changed; try again in a moment.`,
  'long-work-busy': () =>
    t`Much that takes long is being worked on already. Nothing was changed; try again when some of it is done.`,
  stopped: () => t`Stopped. Nothing was changed.`,
  failed: ({ id }) =>
    t`Something went wrong on our side. Nothing was changed and what you typed is kept; try again, or tell the office this number: ${id}.`,
  busy: () => t`The office is writing a lot just now. Nothing was changed; try again in a moment.`,
};

/** A refusal in words, with what can be done. */
export function sayRefusal(refusal: Refusal): string {
  return (SENTENCES[refusal.code] as (refusal: Refusal) => string)(refusal);
}

/**
 * The same as it is sent, with the faults of fields where there are some. `fields` and `details` are empty where the
 * refusal has none.
 */
export function errorReply(refusal: Refusal): ErrorReply {
  return {
    error: {
      code: refusal.code,
      message: sayRefusal(refusal),
      fields: 'fields' in refusal ? refusal.fields : [],
      details: ('sentences' in refusal ? refusal.sentences : undefined) ?? [],
    },
  };
}
