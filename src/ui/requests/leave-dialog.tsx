'use client';
import { ReasonField } from '@/ui/requests/reason-field';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { AlertDialog } from '@/ui/kit/alert-dialog';
import { useState } from 'react';
import type { DateView } from '@/contracts/requests/request-view';
import { countText } from '@/contracts/words/when';
import type { ChangeHandle } from './use-change';

/** What giving up the picked dates does, in numbers. */
function consequence(picked: readonly DateView[]): string {
  const waiting = picked.filter(({ state }) => state === 'waiting').length;
  const approved = picked.length - waiting;
  const parts = [
    waiting && t`${countText(waiting, 'waiting date is', 'waiting dates are')} withdrawn`,
    approved &&
      t`${countText(approved, 'approved date is', 'approved dates are')} cancelled: others can book space and equipment, open work orders are withdrawn and readers are told`,
  ];
  return t`${parts.filter(Boolean).join('; ')}. You can undo it for ten minutes, as long as nobody else has booked the space.`;
}

interface LeaveDialogProps {
  readonly picked: readonly DateView[];
  readonly change: ChangeHandle;
  onLeft(): void;
}

/** Withdraws what waits and cancels what is approved of the picked dates, after saying what that does. */
export function LeaveDialog({ picked, change, onLeft }: LeaveDialogProps) {
  const [reason, setReason] = useState('');
  const [isOpen, setOpen] = useState(false);
  const leave = async () => {
    const ids = picked.map(({ id }) => id);
    const isDone = await change.run({ action: 'leave', reason }, ids);
    setOpen(false);
    if (!isDone) return;
    setReason('');
    onLeft();
  };
  return (
    <AlertDialog
      isOpen={isOpen}
      onOpen={setOpen}
      trigger={
        <Button off={picked.length ? null : t`Pick dates in the list above first.`}>
          {picked.length ? t`Cancel ${countText(picked.length, 'date', 'dates')} …` : t`Pick dates to cancel`}
        </Button>
      }
      title={t`Cancel ${countText(picked.length, 'date', 'dates')}?`}
      consequence={consequence(picked)}
      keep={t`Keep them`}
      confirm={t`Cancel them`}
      isBusy={change.isSending}
      onConfirm={() => void leave()}
    >
      <ReasonField className="mt-3" hint={t`(the office reads it)`} value={reason} onChange={setReason} />
    </AlertDialog>
  );
}
