import { say, unsaid } from '@/contracts/language/say';
import { MAIL_WAIT_MIN } from '@/core/changes/undo-time';
import type { EditWordsInput } from '@/contracts/edit-words';
import { done, refuse, type Outcome } from '@/contracts/refusal';
import { HEADS, OPENING_WORDS } from '@/contracts/words/mail';
import { listText } from '@/contracts/words/rule';
import type { ChangeSet } from '../../repositories/changes/change-set';
import { runChangeSet } from '../../effects/run-change-set';
import type { SignedInContext } from '../../context';
import { insertMail } from '../../mail/insert-mail';
import { letterTo } from '../../mail/payload';
import { settingsOf } from '../../own-settings/kept-settings';
import { loadRequest, type RequestRow } from '../request-rows';
import { lastChange } from '../since';
import { Request } from '../../db/tables/requests';
import { IS_WAITING } from './decide.queries';
import { addMinutes } from '@/core/time/epoch-minute';

const quoted = (text: string) => (text ? `“${text}”` : say`nothing`);

/** One line for each thing that is otherwise, with what it was. */
function differences(request: RequestRow, input: EditWordsInput): string[] {
  const lines = [
    request.title !== input.title && say`Title: ${quoted(input.title)}, before ${quoted(request.title)}`,
    request.notes !== input.notes &&
      say`Setup notes: ${quoted(input.notes)}, before ${quoted(request.notes)}`,
    request.publish !== input.publish &&
      (input.publish ? say`Readers see it, before only the office` : say`Readers do not see it any more`),
  ];
  return lines.filter((line) => line !== false);
}

/** Tells whoever asked what the office has put otherwise. */
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

/**
 * Says something of a request otherwise while it waits. Whoever asked sees what was changed, in the history and in a
 * letter; what is decided already is not edited here.
 */
export async function editWords(
  ctx: SignedInContext,
  reference: string,
  input: EditWordsInput,
): Promise<Outcome<{ readonly summary: string; readonly changeSet: number | null }>> {
  const order = { action: unsaid('changed what it says'), reason: input.reason, idempotencyKey: input.key };
  return runChangeSet(ctx, order, async (change) => {
    const request = await loadRequest(change.tx, reference);
    if (!request) return refuse({ code: 'not-found', what: say`request with this reference` });
    if (request.version !== input.version)
      return refuse({ code: 'stale', since: await lastChange(change.tx, request.id, request.tzid) });
    const waiting = await change.tx.all(IS_WAITING, { id: request.id });
    if (!waiting.length) return refuse({ code: 'not-waiting' });
    const changes = differences(request, input);
    if (!changes.length)
      return refuse({
        code: 'bad-input',
        fields: [{ path: 'title', message: say`Nothing is different. Change something first.` }],
      });
    await change.updateVersioned(Request, [request.id], {
      title: input.title,
      notes: input.notes,
      publish: input.publish ? 1 : 0,
    });
    change.requestIds.add(request.id);
    await tellEdited(
      change,
      { ...request, title: input.title },
      () => differences(request, input),
      input.reason,
    );
    return done({
      summary: say`changed what it says: ${listText(changes)}`,
      changeSet: change.id,
    });
  });
}
