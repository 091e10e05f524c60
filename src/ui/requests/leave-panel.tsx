'use client';
import { AlertDialog } from 'radix-ui';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { ChangeReply } from '@/contracts/change';
import type { ErrorReply } from '@/contracts/refusal';
import type { DateView, RequestView } from '@/contracts/request-view';
import { countText } from '@/contracts/words/when';
import { send } from '@/ui/hooks/send';
import { RefusalNote } from '@/ui/primitives/refusal-note';
import { Ladder } from './ladder';

const canLeave = ({ actions }: DateView): boolean =>
  actions.includes('withdraw') || actions.includes('cancel');

/** What giving up the picked dates does, in numbers. */
function consequence(picked: readonly DateView[]): string {
  const waiting = picked.filter(({ state }) => state === 'waiting').length;
  const approved = picked.length - waiting;
  const parts = [
    waiting && `${countText(waiting, 'waiting date is', 'waiting dates are')} withdrawn`,
    approved &&
      `${countText(approved, 'approved date is', 'approved dates are')} cancelled: place and equipment go to others, open setup work is withdrawn and readers are told`,
  ];
  return `${parts.filter(Boolean).join('; ')}. This cannot be undone; you would have to ask anew.`;
}

/** Withdrawing and cancelling one's own dates: one, some or all. */
export function LeavePanel({ request }: { request: RequestView }) {
  const router = useRouter();
  const leavable = request.dates.filter(canLeave);
  const pickable = new Set(leavable.map(({ id }) => id));
  // A single date needs no picking.
  const [chosen, setPicked] = useState<ReadonlySet<number>>(leavable.length === 1 ? pickable : new Set());
  const [reason, setReason] = useState('');
  const [isOpen, setOpen] = useState(false);
  const [error, setError] = useState<ErrorReply['error'] | null>(null);
  const [doneText, setDoneText] = useState('');
  const [isSending, setSending] = useState(false);
  const key = useRef('');
  const picked = leavable.filter(({ id }) => chosen.has(id));

  const ask = (open: boolean) => {
    if (open) key.current = crypto.randomUUID();
    setOpen(open);
  };
  const leave = async () => {
    setSending(true);
    const body = {
      key: key.current,
      version: request.version,
      occurrences: picked.map(({ id }) => id),
      reason,
    };
    const reply = await send<ChangeReply>('POST', `/api/requests/${request.reference}/leave`, body);
    setSending(false);
    setOpen(false);
    router.refresh();
    if (!reply.ok) return setError(reply.error);
    setError(null);
    setReason('');
    setPicked(new Set());
    setDoneText(`Done: you ${reply.value.summary}.`);
  };

  return (
    <section aria-label="Dates">
      <Ladder
        dates={request.dates}
        pickable={pickable}
        picked={new Set(picked.map(({ id }) => id))}
        onPick={setPicked}
      />
      <p role="status" className="min-h-7 py-1 font-semibold text-clear">
        {doneText}
      </p>
      <RefusalNote error={error} />
      {leavable.length > 0 && (
        <AlertDialog.Root open={isOpen} onOpenChange={ask}>
          <div className="flex flex-wrap gap-2 py-2">
            {leavable.length > 1 && (
              <button
                type="button"
                className="press"
                onClick={() => setPicked(picked.length === leavable.length ? new Set() : pickable)}
              >
                {picked.length === leavable.length ? 'Pick none' : `Pick all ${leavable.length}`}
              </button>
            )}
            <AlertDialog.Trigger className="press" disabled={picked.length === 0}>
              {picked.length
                ? `Give up ${countText(picked.length, 'date', 'dates')} …`
                : 'Pick the dates to give up'}
            </AlertDialog.Trigger>
          </div>
          <AlertDialog.Portal>
            <AlertDialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
            <AlertDialog.Content className="sheet fixed top-1/2 left-1/2 z-50 w-[min(32rem,94vw)] -translate-x-1/2 -translate-y-1/2 border-t-4 border-t-accent p-5">
              <AlertDialog.Title className="text-xl">
                Give up {countText(picked.length, 'date', 'dates')}?
              </AlertDialog.Title>
              <AlertDialog.Description className="mt-2">{consequence(picked)}</AlertDialog.Description>
              <label className="mt-3 block">
                Reason <span className="text-soft">(the office reads it)</span>
                <input
                  className="field"
                  value={reason}
                  maxLength={1000}
                  onChange={(event) => setReason(event.target.value)}
                />
              </label>
              <div className="mt-4 flex flex-wrap justify-end gap-2">
                <AlertDialog.Cancel className="press">Keep them</AlertDialog.Cancel>
                <button type="button" className="press press-main" disabled={isSending} onClick={leave}>
                  Give them up
                </button>
              </div>
            </AlertDialog.Content>
          </AlertDialog.Portal>
        </AlertDialog.Root>
      )}
    </section>
  );
}
