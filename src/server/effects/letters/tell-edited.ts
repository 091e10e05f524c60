import { MAIL_WAIT_MIN } from '@/core/changes/undo-time';
import { addMinutes } from '@/core/time/epoch-minute';
import { HEADS, OPENING_WORDS } from '@/contracts/words/mail';
import type { ChangeSet } from '../../repositories/changes/change-set';
import { settingsOf } from '../../repositories/people/kept-settings';
import type { RequestRow } from '../../repositories/requests/request-rows';
import { insertMail } from './insert-mail';
import { letterTo } from './payload';

/** Tells the requester what the office has put otherwise. */
export const tellEdited = async (
  change: ChangeSet,
  { id, ref, title, requesterId }: Pick<RequestRow, 'id' | 'ref' | 'title' | 'requesterId'>,
  lines: () => string[],
  reason: string,
): Promise<void> => {
  const settings = await settingsOf(change.tx, [requesterId]);
  await insertMail(change.tx, [
    {
      requestId: id,
      to: requesterId,
      payload: letterTo(settings(requesterId), () => ({
        kind: 'changed',
        reference: ref,
        title,
        opening: OPENING_WORDS.changed,
        blocks: [{ head: HEADS.edited, lines: lines() }],
        quote: reason,
        offer: null,
      })),
      dedupeKey: `change ${change.id} request ${id} words`,
      changeSet: change.id,
      message: null,
      now: change.at,
      sendAfter: addMinutes(change.at, MAIL_WAIT_MIN),
    },
  ]);
};
