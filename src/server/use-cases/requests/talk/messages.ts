import { t } from '@/contracts/language/translate';
import type { PersonId, RequestId } from '@/core/ids';
import type { Viewer } from '@/core/publishing/right-to-know';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { MessageInput, MessageView, ThreadKind } from '@/contracts/requests/talk';
import { momentText } from '@/contracts/words/when';
import { ONLY_FOR } from '../../../auth/policy';
import type { SignedInContext } from '../../../context/context';
import { keep, type Reader, type Writer } from '../../../db/connection';
import { siteZone } from '../../../repositories/world/space-facts';
import { queueMessage } from '../../../effects/letters/insert-mail';
import { actsFor } from '../../access/pick-dates';
import { loadRequest } from '../../../repositories/requests/request-rows';
import { MESSAGE_BY_KEY, MESSAGES } from './talk.queries';
import { Message, Thread, File } from '../../../db/tables/requests';

/** What was written about a request, oldest first; what the office says among itself only for the office. */
export async function messagesOf(
  reader: Reader,
  viewer: Viewer,
  request: { readonly id: RequestId; readonly requesterId: PersonId },
  tzid: string,
): Promise<MessageView[]> {
  const office = viewer.roles.includes('manager') ? 1 : 0;
  const rows = await reader.value(MESSAGES, { request: request.id, office });
  return rows.map(({ id, kind, who, authorId, isOffice, at, text, isQuestion, files }) => ({
    id,
    kind,
    who,
    side: isOffice && authorId !== request.requesterId ? 'office' : 'requester',
    isOwn: authorId === viewer.personId,
    isQuestion: isQuestion === 1,
    when: momentText(at, tzid),
    text,
    files,
  }));
}

async function threadOf(tx: Writer, request: RequestId, kind: ThreadKind): Promise<number> {
  const threads = tx.table(Thread);
  const known = await threads.first({ request_id: request, kind });
  return known?.id ?? threads.insert({ request_id: request, kind });
}

/** Files of the writer's that belong to nothing yet; false where one is not. */
async function attach(tx: Writer, me: PersonId, message: number, keys: readonly string[]): Promise<boolean> {
  if (!keys.length) return true;
  const own = { owner_id: me, request_id: null, message_id: null, key: keys };
  if ((await tx.table(File).count(own)) !== new Set(keys).size) return false;
  await tx.table(File).update(own, { message_id: message });
  return true;
}

/** Writes to the office, or from it. The same key again writes nothing a second time. */
export async function sendMessage(
  ctx: SignedInContext,
  reference: string,
  input: MessageInput,
): Promise<Outcome<{ readonly messages: readonly MessageView[] }>> {
  const { db, viewer } = ctx;
  const request = await loadRequest(db, reference);
  if (!request) return refuse({ code: 'not-found', what: t`request with this reference` });
  const isOffice = viewer.roles.includes('manager');
  if (!isOffice && (!actsFor(viewer, request) || input.kind === 'internal' || input.isQuestion))
    return refuse({ code: 'not-allowed', what: ONLY_FOR['message.send'] });
  const isWritten = await db.write(async (tx) => {
    const earlier = await tx.all(MESSAGE_BY_KEY, { key: input.key });
    if (earlier.length) return keep(true);
    const thread = await threadOf(tx, request.id, input.kind);
    const message = await tx.table(Message).insert({
      thread_id: thread,
      author_id: viewer.personId,
      at_min: ctx.clock.now(),
      text: input.text,
      key: input.key,
      is_question: input.isQuestion ? 1 : 0,
    });
    if (isOffice && input.kind === 'with-requester' && request.requesterId !== viewer.personId)
      await queueMessage(tx, request, message, input, ctx.clock.now());
    const isWhole = await attach(tx, viewer.personId, message, input.fileKeys);
    return { keep: isWhole, value: isWhole };
  });
  if (!isWritten)
    return refuse({
      code: 'bad-input',
      fields: [{ path: 'fileKeys', message: t`A file is not here any more. Add it once more.` }],
    });
  return done({ messages: await messagesOf(db, viewer, request, await siteZone(db)) });
}
