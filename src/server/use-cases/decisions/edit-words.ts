import {
  editedFields,
  fieldColumns,
  REQUEST_FIELD_NAMES,
  type RequestFieldTexts,
} from '@/contracts/requests/request-fields';
import { tellEdited } from '../../effects/letters/tell-edited';
import { t, untranslated } from '@/contracts/language/translate';
import type { EditWordsInput } from '@/contracts/requests/edit-words';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { Edit } from '@/contracts/history/done-facts';
import { sayEdit } from '@/contracts/history/say-done';
import { runChangeSet } from '../../effects/run-change-set';
import type { SignedInContext } from '../../context/context';
import { loadRequest, type RequestRow } from '../../repositories/requests/request-rows';
import { lastChange } from '../../repositories/requests/since';
import { Request } from '../../db/tables/requests';
import { IS_WAITING } from './decide.queries';

/** Each thing that is otherwise, with what it was. */
function differences(before: RequestRow, after: EditWordsInput, fields: RequestFieldTexts): Edit[] {
  const edits: (Edit | false)[] = [
    before.title !== after.title && { of: 'title', from: before.title, to: after.title },
    ...REQUEST_FIELD_NAMES.map(
      (name) =>
        before.fields[name] !== fields[name] && { of: name, from: before.fields[name], to: fields[name] },
    ),
    before.publish !== after.publish && { of: 'shown', to: after.publish },
  ];
  return edits.filter((edit) => edit !== false);
}

/**
 * Says something of a request otherwise while it waits. The requester sees what was changed, in the history and in a
 * letter; what is decided already is not edited here.
 */
export async function editWords(
  ctx: SignedInContext,
  reference: string,
  input: EditWordsInput,
): Promise<Outcome<{ readonly summary: string; readonly changeSet: number | null }>> {
  const order = {
    action: untranslated('changed what it says'),
    reason: input.reason,
    idempotencyKey: input.key,
  };
  return runChangeSet(ctx, order, async (change) => {
    const request = await loadRequest(change.tx, reference);
    if (!request) return refuse({ code: 'not-found', what: t`request with this reference` });
    if (request.version !== input.version)
      return refuse({ code: 'stale', since: await lastChange(change.tx, request.id, request.tzid) });
    const waiting = await change.tx.all(IS_WAITING, { id: request.id });
    if (!waiting.length) return refuse({ code: 'not-waiting' });
    const fields = { ...request.fields, ...editedFields(input) };
    const edits = differences(request, input, fields);
    if (!edits.length)
      return refuse({
        code: 'bad-input',
        fields: [{ path: 'title', message: t`Nothing is different. Change something first.` }],
      });
    await change.updateVersioned(Request, [request.id], {
      title: input.title,
      ...fieldColumns(fields),
      publish: input.publish ? 1 : 0,
    });
    change.requestIds.add(request.id);
    await tellEdited(change, { ...request, title: input.title }, () => edits.map(sayEdit), input.reason);
    return done({
      summary: change.tell({ did: 'words-edited', edits }),
      changeSet: change.id,
    });
  });
}
