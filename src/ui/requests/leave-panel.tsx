'use client';
import { AlertDialog } from 'radix-ui';
import { useState } from 'react';
import type { DateView, RequestView } from '@/contracts/request-view';
import { countText } from '@/contracts/words/when';
import { ChangeDone } from './change-done';
import { Ladder } from './ladder';
import { useChange, type ChangeHandle } from './use-change';

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
  return `${parts.filter(Boolean).join('; ')}. It can be taken back for ten minutes, as long as nobody else has taken the place.`;
}

/** What the office offers instead: taken with one press, for all dates that have an offer. */
function Offered({ change, dates }: { change: ChangeHandle; dates: readonly DateView[] }) {
  if (!dates.length) return null;
  const ids = dates.map(({ id }) => id);
  return (
    <div className="my-2 flex flex-wrap items-center gap-2 border-l-4 border-accent bg-sunk px-3 py-2">
      <span className="font-semibold">
        The office offers another place or time for {countText(dates.length, 'date', 'dates')}.
      </span>
      <button
        type="button"
        className="press press-main"
        disabled={change.isSending}
        onClick={() => change.run({ action: 'accept' }, ids)}
      >
        Take the offer
      </button>
      <button
        type="button"
        className="press"
        disabled={change.isSending}
        onClick={() => change.run({ action: 'refuse-proposal' }, ids)}
      >
        Wait for the first wish
      </button>
    </div>
  );
}

/** Withdrawing and cancelling one's own dates: one, some or all. */
export function LeavePanel({ request }: { request: RequestView }) {
  const leavable = request.dates.filter(canLeave);
  const pickable = new Set(leavable.map(({ id }) => id));
  // A single date needs no picking.
  const [chosen, setPicked] = useState<ReadonlySet<number>>(leavable.length === 1 ? pickable : new Set());
  const [reason, setReason] = useState('');
  const [isOpen, setOpen] = useState(false);
  const change = useChange(request);
  const picked = leavable.filter(({ id }) => chosen.has(id));
  const offered = request.dates.filter(
    ({ proposal, actions }) => proposal !== null && actions.includes('accept'),
  );

  const leave = async () => {
    const ids = picked.map(({ id }) => id);
    const isDone = await change.run({ action: 'leave', reason }, ids);
    setOpen(false);
    if (!isDone) return;
    setReason('');
    setPicked(new Set());
  };

  return (
    <section aria-label="Dates">
      <Ladder
        dates={request.dates}
        pickable={pickable}
        picked={new Set(picked.map(({ id }) => id))}
        onPick={setPicked}
      />
      <ChangeDone change={change} />
      <Offered change={change} dates={offered} />
      {leavable.length > 0 && (
        <AlertDialog.Root open={isOpen} onOpenChange={setOpen}>
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
                <button
                  type="button"
                  className="press press-main"
                  disabled={change.isSending}
                  onClick={leave}
                >
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
