import { fieldLabel } from '@/contracts/requests/request-fields';
import type { DoneFacts, Edit } from './done-facts';
import { aOne, KIND_WORDS } from '@/contracts/administration/kinds';
import type { EntryCommand } from '@/contracts/administration/docs';
import { say, texts } from '@/contracts/language/say';
import { SERVICE_STATE_WORDS } from '@/contracts/words/services';
import { listText } from '@/contracts/words/rule';
import { countText, dateLong, spanText } from '@/contracts/words/when';

const quoted = (text: string) => (text ? `“${text}”` : say`nothing`);
const datesText = (count: number): string => countText(count, 'date', 'dates');

/** One thing that says something else than before. */
export function sayEdit(edit: Edit): string {
  switch (edit.of) {
    case 'title':
      return say`Title: ${quoted(edit.to)}, before ${quoted(edit.from)}`;
    case 'public-text':
      return say`The public text`;
    case 'marks':
      return say`Marks of the public text`;
    case 'shown':
      return edit.to ? say`Readers see it, before only the office` : say`Readers do not see it any more`;
    case 'held-back':
      return edit.to ? say`It is held back from readers` : say`It is not held back any more`;
    case 'from-day':
      return edit.to ? say`Readers see it from ${dateLong(edit.to)} on` : say`Readers see it at once`;
    case 'picked':
      return say`Besides on: ${listText(edit.calendars) || say`no other calendar`}`;
    case 'excluded':
      return say`Kept off: ${listText(edit.calendars) || say`no calendar`}`;
    default:
      return say`${fieldLabel(edit.of)}: ${quoted(edit.to)}, before ${quoted(edit.from)}`;
  }
}

type Step = Extract<DoneFacts, { did: 'step' }>;

const left = ({ stillWaiting }: Step): string =>
  stillWaiting > 0 ? say`; ${stillWaiting} still ${stillWaiting === 1 ? say`waits` : say`wait`}` : '';

function leaveText({ dates, withdrawn }: Step): string {
  const cancelled = dates - withdrawn;
  const parts = [
    withdrawn > 0 && say`withdrew ${countText(withdrawn, 'waiting date', 'waiting dates')}`,
    cancelled > 0 && say`cancelled ${countText(cancelled, 'approved date', 'approved dates')}`,
  ];
  return parts.filter(Boolean).join(say` and `);
}

function changeText({ dates, asked }: Step): string {
  const parts = [
    dates - asked > 0 && say`changed ${datesText(dates - asked)}`,
    asked > 0 &&
      say`asked the office to change ${datesText(asked)}; ${asked === 1 ? say`it stays` : say`they stay`} as booked until then`,
  ];
  return parts.filter(Boolean).join(', ');
}

function approveOrMoveText({ dates, moved, proposed }: Step): string {
  const parts = [
    say`approved ${datesText(dates - proposed)}`,
    moved > 0 && say`${moved} of them moved`,
    proposed > 0 && say`proposed another place or time for ${datesText(proposed)}`,
  ];
  return parts.filter(Boolean).join(', ');
}

const STEPS: Readonly<Record<Step['action'], (step: Step, dates: string) => string>> = {
  approve: (step, dates) => say`approved ${dates}${left(step)}`,
  decline: (step, dates) => say`declined ${dates}${left(step)}`,
  skip: (_, dates) => say`left out ${dates}`,
  leave: leaveText,
  withdraw: leaveText,
  cancel: leaveText,
  hold: (_, dates) => say`held ${dates}`,
  'release-hold': (_, dates) => say`ended the hold of ${dates}`,
  propose: (_, dates) => say`proposed another place or time for ${dates}`,
  accept: (_, dates) => say`accepted the proposal for ${dates}`,
  'refuse-proposal': (_, dates) => say`refused the proposal for ${dates}`,
  move: (_, dates) => say`moved ${dates}`,
  change: changeText,
  'grant-change': (_, dates) => say`granted the change of ${dates}`,
  'refuse-change': (_, dates) => say`refused the change of ${dates}`,
  'set-fallback': (_, dates) => say`kept a place indoors for ${dates}`,
  'drop-fallback': (_, dates) => say`gave up the place indoors for ${dates}`,
  'approve-or-move': approveOrMoveText,
};

const ENTRY_COMMAND_WORDS: Readonly<Record<EntryCommand, string>> = texts({
  retire: 'took out of use',
  'bring-back': 'took into use again',
  remove: 'removed',
  up: 'moved up',
  down: 'moved down',
});

function seriesText({ moved, added, gone }: Extract<DoneFacts, { did: 'series-changed' }>): string {
  const parts = [
    say`the series goes another way from there on: ${countText(moved, 'date', 'dates')} moved`,
    added > 0 && say`${added} added, waiting`,
    gone > 0 && say`${gone} given up`,
  ];
  return parts.filter(Boolean).join(', ');
}

/**
 * Whether it tells numbers of all a change did, which are not those of one request among several. Such facts are told
 * once, with the first request.
 */
export const isCounted = (done: DoneFacts): boolean => 'dates' in done || 'requests' in done;

/** What a change did, in the words of whoever reads it: `approved 2 dates; 1 still waits`. */
export function sayDone(done: DoneFacts): string {
  switch (done.did) {
    case 'step':
      return STEPS[done.action](done, datesText(done.dates));
    case 'series-changed':
      return seriesText(done);
    case 'taken-back':
      return say`took back what was done to ${done.dates > 0 ? datesText(done.dates) : countText(done.requests, 'request', 'requests')}`;
    case 'words-edited':
      return say`changed what it says: ${listText(done.edits.map(sayEdit))}`;
    case 'notice-edited':
      return say`edited its notice: ${listText(done.edits.map(sayEdit))}`;
    case 'recategorised':
      return say`put ${countText(done.requests, 'request', 'requests')} into “${done.category}”`;
    case 'published-at-once':
      return say`published ${datesText(done.dates)} at once`;
    case 'consent-given':
      return say`Agreed to ${datesText(done.dates)}.`;
    case 'consent-refused':
      return say`Not agreed to ${datesText(done.dates)}.`;
    case 'service':
      return `${done.service}: ${SERVICE_STATE_WORDS[done.state]}`;
    case 'thing-made':
      return say`made ${aOne(done.kind)}`;
    case 'thing-changed':
      return say`changed ${aOne(done.kind)}`;
    case 'things-taken-in':
      return say`took in ${KIND_WORDS[done.kind].many.toLowerCase()}`;
    case 'thing':
      return say`${ENTRY_COMMAND_WORDS[done.command]} ${aOne(done.kind)}`;
    case 'picture':
      return say`put a picture: ${done.about}`;
    case 'on-shift':
      return say`put ${whoText(done)} on shift, ${spanText(done.from, done.to)}`;
    case 'off-shift':
      return say`took ${whoText(done)} off shift, ${spanText(done.from, done.to)}`;
  }
}

const whoText = ({ person, people }: { readonly person: string | null; readonly people: number }): string =>
  person ?? countText(people, 'person', 'people');
