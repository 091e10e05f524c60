import { fieldLabel } from '@/contracts/requests/request-fields';
import type { DoneFacts, Edit } from './done-facts';
import { aOne, KIND_WORDS } from '@/contracts/administration/kinds';
import type { EntryCommand } from '@/contracts/administration/docs';
import { t, texts } from '@/contracts/language/translate';
import { SERVICE_STATE_WORDS } from '@/contracts/words/services';
import { listText } from '@/contracts/words/rule';
import { countText, dateLong, spanText } from '@/contracts/words/when';

const quoted = (text: string) => (text ? `“${text}”` : t`nothing`);
const datesText = (count: number): string => countText(count, 'date', 'dates');

/** One thing that says something else than before. */
export function sayEdit(edit: Edit): string {
  switch (edit.of) {
    case 'title':
      return t`Title: ${quoted(edit.to)}, before ${quoted(edit.from)}`;
    case 'public-text':
      return t`The public text`;
    case 'marks':
      return t`Marks of the public text`;
    case 'shown':
      return edit.to ? t`Readers see it, before only the office` : t`Readers do not see it any more`;
    case 'held-back':
      return edit.to ? t`It is held back from readers` : t`It is not held back any more`;
    case 'from-day':
      return edit.to ? t`Readers see it from ${dateLong(edit.to)} on` : t`Readers see it at once`;
    case 'picked':
      return t`Besides on: ${listText(edit.calendars) || t`no other calendar`}`;
    case 'excluded':
      return t`Excluded: ${listText(edit.calendars) || t`no calendar`}`;
    default:
      return t`${fieldLabel(edit.of)}: ${quoted(edit.to)}, before ${quoted(edit.from)}`;
  }
}

type Step = Extract<DoneFacts, { did: 'step' }>;

const left = ({ stillWaiting }: Step): string =>
  stillWaiting > 0 ? t`; ${stillWaiting} still ${stillWaiting === 1 ? t`waits` : t`wait`}` : '';

function leaveText({ dates, withdrawn }: Step): string {
  const cancelled = dates - withdrawn;
  const parts = [
    withdrawn > 0 && t`withdrew ${countText(withdrawn, 'waiting date', 'waiting dates')}`,
    cancelled > 0 && t`cancelled ${countText(cancelled, 'approved date', 'approved dates')}`,
  ];
  return parts.filter(Boolean).join(t` and `);
}

function changeText({ dates, asked }: Step): string {
  const parts = [
    dates - asked > 0 && t`changed ${datesText(dates - asked)}`,
    asked > 0 &&
      t`asked the office to change ${datesText(asked)}; ${asked === 1 ? t`it stays` : t`they stay`} as booked until then`,
  ];
  return parts.filter(Boolean).join(', ');
}

function approveOrMoveText({ dates, moved, proposed }: Step): string {
  const parts = [
    t`approved ${datesText(dates - proposed)}`,
    moved > 0 && t`${moved} of them moved`,
    proposed > 0 && t`offered another space or time for ${datesText(proposed)}`,
  ];
  return parts.filter(Boolean).join(', ');
}

const STEPS: Readonly<Record<Step['action'], (step: Step, dates: string) => string>> = {
  approve: (step, dates) => t`approved ${dates}${left(step)}`,
  decline: (step, dates) => t`declined ${dates}${left(step)}`,
  skip: (_, dates) => t`left out ${dates}`,
  leave: leaveText,
  withdraw: leaveText,
  cancel: leaveText,
  hold: (_, dates) => t`held ${dates}`,
  'release-hold': (_, dates) => t`ended the hold of ${dates}`,
  propose: (_, dates) => t`offered another space or time for ${dates}`,
  accept: (_, dates) => t`accepted the proposal for ${dates}`,
  'refuse-proposal': (_, dates) => t`refused the proposal for ${dates}`,
  move: (_, dates) => t`moved ${dates}`,
  change: changeText,
  'grant-change': (_, dates) => t`granted the change of ${dates}`,
  'refuse-change': (_, dates) => t`refused the change of ${dates}`,
  'set-fallback': (_, dates) => t`kept an indoor space for ${dates}`,
  'drop-fallback': (_, dates) => t`released the indoor space for ${dates}`,
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
    t`series changed from that date: ${countText(moved, 'date', 'dates')} moved`,
    added > 0 && t`${added} added, waiting`,
    gone > 0 && t`${gone} cancelled`,
  ];
  return parts.filter(Boolean).join(', ');
}

/** Whether it tells numbers of all a change did, which are not those of one request among several. */
export const isCounted = (done: DoneFacts): boolean => 'dates' in done || 'requests' in done;

/** What a change did, in the words of whoever reads it: `approved 2 dates; 1 still waits`. */
export function sayDone(done: DoneFacts): string {
  switch (done.did) {
    case 'step':
      return STEPS[done.action](done, datesText(done.dates));
    case 'series-changed':
      return seriesText(done);
    case 'taken-back':
      return t`undid what was done to ${done.dates > 0 ? datesText(done.dates) : countText(done.requests, 'request', 'requests')}`;
    case 'words-edited':
      return t`changed what it says: ${listText(done.edits.map(sayEdit))}`;
    case 'notice-edited':
      return t`edited its notice: ${listText(done.edits.map(sayEdit))}`;
    case 'recategorised':
      return t`put ${countText(done.requests, 'request', 'requests')} into “${done.category}”`;
    case 'published-at-once':
      return t`published ${datesText(done.dates)} at once`;
    case 'consent-given':
      return t`Agreed to ${datesText(done.dates)}.`;
    case 'consent-refused':
      return t`Not agreed to ${datesText(done.dates)}.`;
    case 'service':
      return `${done.service}: ${SERVICE_STATE_WORDS[done.state]}`;
    case 'thing-made':
      return t`made ${aOne(done.kind)}`;
    case 'thing-changed':
      return t`changed ${aOne(done.kind)}`;
    case 'things-taken-in':
      return t`took in ${KIND_WORDS[done.kind].many.toLowerCase()}`;
    case 'thing':
      return t`${ENTRY_COMMAND_WORDS[done.command]} ${aOne(done.kind)}`;
    case 'picture':
      return t`put a picture: ${done.about}`;
    case 'on-shift':
      return t`put ${whoText(done)} on shift, ${spanText(done.from, done.to)}`;
    case 'off-shift':
      return t`took ${whoText(done)} off shift, ${spanText(done.from, done.to)}`;
  }
}

const whoText = ({ person, people }: { readonly person: string | null; readonly people: number }): string =>
  person ?? countText(people, 'person', 'people');
