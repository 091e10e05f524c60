'use client';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { ChangeReply } from '@/contracts/change';
import type { ErrorReply } from '@/contracts/refusal';
import type { DateView, RequestView } from '@/contracts/request-view';
import { countText } from '@/contracts/words/when';
import { send } from '@/ui/hooks/send';
import { RefusalNote } from '@/ui/primitives/refusal-note';
import { Ladder } from './ladder';

const idsOf = (dates: readonly DateView[]): ReadonlySet<number> => new Set(dates.map(({ id }) => id));

/** Deciding one request: pick rungs by verdict or hand, approve or decline what is picked, leave the rest waiting. */
export function DecidePanel({ request }: { request: RequestView }) {
  const router = useRouter();
  const waiting = request.dates.filter(
    ({ actions }) => actions.includes('approve') || actions.includes('decline'),
  );
  const clear = waiting.filter(({ verdict, isPast }) => verdict === 'clear' && !isPast);
  const possible = waiting.filter(({ isUnapprovable, isPast }) => !isUnapprovable && !isPast);
  const [chosen, setPicked] = useState<ReadonlySet<number>>(idsOf(clear));
  const [reason, setReason] = useState('');
  const [error, setError] = useState<ErrorReply['error'] | null>(null);
  const [doneText, setDoneText] = useState('');
  const [isSending, setSending] = useState(false);
  // One key for one intent: a double press is one decision, another choice is another.
  const intent = useRef({ text: '', key: '' });
  const waitingIds = idsOf(waiting);
  const picked = new Set([...chosen].filter((id) => waitingIds.has(id)));
  const pickedDates = waiting.filter(({ id }) => picked.has(id));
  const wantsReason = pickedDates.some(({ needsReason }) => needsReason);

  const decide = async (action: 'approve' | 'decline', ids: readonly number[]) => {
    if (isSending) return;
    const body = { version: request.version, action, occurrences: ids, reason };
    const text = JSON.stringify(body);
    if (intent.current.text !== text) intent.current = { text, key: crypto.randomUUID() };
    setSending(true);
    setDoneText('');
    const reply = await send<ChangeReply>('POST', `/api/requests/${request.reference}/decision`, {
      ...body,
      key: intent.current.key,
    });
    setSending(false);
    // What happened meanwhile is loaded even where the decision was refused.
    router.refresh();
    if (!reply.ok) return setError(reply.error);
    setError(null);
    setReason('');
    setDoneText(`Done: ${reply.value.summary}.`);
  };

  return (
    <section aria-label="Dates and decision">
      {waiting.length > 0 && (
        <div className="mb-2 flex flex-wrap items-center gap-2">
          <span className="text-soft">Pick</span>
          <button type="button" className="press" onClick={() => setPicked(idsOf(clear))}>
            {clear.length} clear
          </button>
          <button type="button" className="press" onClick={() => setPicked(idsOf(possible))}>
            {possible.length} that can be approved
          </button>
          <button type="button" className="press" onClick={() => setPicked(waitingIds)}>
            all {waiting.length} waiting
          </button>
          <button type="button" className="press" onClick={() => setPicked(new Set())}>
            none
          </button>
        </div>
      )}
      <Ladder dates={request.dates} pickable={waitingIds} picked={picked} onPick={setPicked} />
      <p role="status" className="min-h-7 py-1 font-semibold text-clear">
        {doneText}
      </p>
      <RefusalNote error={error} />
      {waiting.length > 0 ? (
        <div className="sticky bottom-0 mt-2 grid gap-2 border-t-2 border-strong-rule bg-paper py-3">
          <label>
            <span className="font-semibold">Reason</span>{' '}
            <span className="text-soft">
              {wantsReason
                ? 'needed here: it goes past a rule of the house'
                : 'needed for declining; the requester reads it'}
            </span>
            <input
              className="field"
              value={reason}
              maxLength={1000}
              onChange={(event) => setReason(event.target.value)}
            />
          </label>
          <div className="flex flex-wrap items-center gap-2">
            <button
              type="button"
              className="press press-main"
              disabled={isSending || picked.size === 0}
              onClick={() => decide('approve', [...picked])}
            >
              Approve {countText(picked.size, 'date', 'dates')}
            </button>
            <button
              type="button"
              className="press"
              disabled={isSending || picked.size === 0}
              onClick={() => decide('decline', [...picked])}
            >
              Decline {countText(picked.size, 'date', 'dates')}
            </button>
            {waiting.length > picked.size && (
              <span className="text-soft">{waiting.length - picked.size} stay waiting</span>
            )}
          </div>
        </div>
      ) : (
        <p className="py-3 text-soft">Nothing of this waits any more.</p>
      )}
    </section>
  );
}
