import { tellEdited } from '../../effects/letters/tell-edited';
import { say, unsaid } from '@/contracts/language/say';
import type { EditWordsInput } from '@/contracts/edit-words';
import { done, refuse, type Outcome } from '@/contracts/refusal';
import { listText } from '@/contracts/words/rule';
import { runChangeSet } from '../../effects/run-change-set';
import type { SignedInContext } from '../../context/context';
import { loadRequest, type RequestRow } from '../../repositories/requests/request-rows';
import { lastChange } from '../../repositories/requests/since';
import { Request } from '../../db/tables/requests';
import { IS_WAITING } from './decide.queries';

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
