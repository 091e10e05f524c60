'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { FootBar } from '@/ui/kit/foot-bar';
import { useState } from 'react';
import { whyTooMany, type ChangeBody } from '@/contracts/requests/change';
import type { DeskLine } from '@/contracts/decisions/desk';
import { countText } from '@/contracts/words/when';
import { ChangeDone } from '@/ui/requests/change-done';
import { useChange } from '@/ui/requests/use-change';
import { sayNumbers, usePreview } from '@/ui/requests/use-preview';
import { LookingAhead } from '@/ui/requests/looking-ahead';

/** The clear dates of some requests, as the items of one change. */
export const clearItems = (lines: readonly DeskLine[]): ChangeBody['items'] =>
  lines
    .filter(({ clear }) => clear.length)
    .map(({ reference, version, clear }) => ({ reference, version, occurrences: [...clear] }));

const APPROVE = { action: 'approve' as const, reason: '' };

/** Exactly what approving would do, by the server itself, before it is done. */
function Review({ lines, isOpen }: { lines: readonly DeskLine[]; isOpen: boolean }) {
  const preview = usePreview(isOpen ? APPROVE : null, clearItems(lines));
  if (preview === null) return <LookingAhead />;
  if (typeof preview === 'string') return <p className="min-h-6 text-conflict">{preview}</p>;
  return (
    <>
      <p className="min-h-6">
        {[countText(preview.changed, 'date is approved', 'dates are approved'), sayNumbers(preview)].join(
          ', ',
        )}
        .
      </p>
      {[...preview.sentences, ...preview.warnings].map((sentence) => (
        <p key={sentence} className="text-note text-soft">
          {sentence}
        </p>
      ))}
    </>
  );
}

interface WouldApproveProps {
  readonly with_: DeskLine[];
  readonly picked: readonly DeskLine[];
  readonly isOpen: true;
}

const WouldApprove = ({ with_, picked, isOpen }: WouldApproveProps) => (
  <section aria-label={t`What it would do`} className="sheet border-l-4 border-l-clear px-3 py-2">
    <ul className="max-h-40 overflow-y-auto text-note" tabIndex={0} aria-label={t`Requests`}>
      {with_.map(({ reference, title, clear, nextText }) => (
        <li key={reference}>
          <strong>{title}</strong>
          {t`: ${countText(clear.length, 'date', 'dates')}, the first ${nextText}`}
        </li>
      ))}
    </ul>
    <Review lines={picked} isOpen={isOpen} />
  </section>
);

/** Approving the clear dates of picked requests together, after seeing what that does; taken back in one. */
export function ApproveClear({ picked, onDone }: { picked: readonly DeskLine[]; onDone(): void }) {
  const change = useChange({ reference: '', version: 1 });
  const [isOpen, setOpen] = useState(false);
  const with_ = picked.filter(({ clear }) => clear.length);
  const dates = with_.reduce((sum, { clear }) => sum + clear.length, 0);
  const words = t`Approve ${countText(dates, 'clear date', 'clear dates')} of ${countText(with_.length, 'request', 'requests')}`;
  if (!picked.length && !change.doneText && !change.error) return null;
  return (
    <FootBar isUp={picked.length > 0} onKeyDown={({ key }) => key === 'Escape' && setOpen(false)}>
      <ChangeDone change={change} />
      {isOpen && dates > 0 && <WouldApprove with_={with_} picked={picked} isOpen={isOpen} />}
      {picked.length > 0 && (
        <div className="flex flex-wrap items-center gap-2">
          <Button
            isMain
            isBusy={change.isSending}
            off={
              dates
                ? whyTooMany(dates)
                : t`None of the picked requests has a clear date: open one to decide it.`
            }
            onClick={async () => {
              if (!isOpen) return setOpen(true);
              if (await change.runFor(APPROVE, clearItems(picked))) {
                setOpen(false);
                onDone();
              }
            }}
          >
            {dates === 0 ? t`None of it is clear` : isOpen ? words : `${words} …`}
          </Button>
          {isOpen && <Button onClick={() => setOpen(false)}>{t`Not now`}</Button>}
          <span className="text-soft">{countText(picked.length, 'request picked', 'requests picked')}</span>
        </div>
      )}
    </FootBar>
  );
}
