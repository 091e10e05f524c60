'use client';
import { ReasonField } from '@/ui/requests/reason-field';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import type { DateView, RequestView } from '@/contracts/requests/request-view';
import { countText } from '@/contracts/words/when';
import { KeepIndoors, PatchFields, usePatch, type SpaceOption } from './patch-fields';
import { PreviewLines } from './preview-lines';
import type { ChangeHandle } from './use-change';
import { itemsOf, usePreview } from './use-preview';

interface OwnChangeProps {
  readonly request: RequestView;
  readonly picked: readonly DateView[];
  readonly spaces: readonly SpaceOption[];
  readonly change: ChangeHandle;
  onChanged(): void;
}

/**
 * Asks for picked dates to be otherwise: other hours, another day, people or space. What it will do is said before; what
 * is clear and inside the rules applies at once, else it waits while the booking stays.
 */
export function OwnChange({ request, picked, spaces, change, onChanged }: OwnChangeProps) {
  const handle = usePatch(request, picked);
  const [reason, setReason] = useState('');
  const ids = picked.map(({ id }) => id);
  const { patch } = handle;
  const [keepIndoors, setKeepIndoors] = useState(false);
  const step = patch && { action: 'change' as const, patch, reason, keepIndoors };
  const preview = usePreview(step && { ...step, reason: '' }, itemsOf(request, ids));
  const run = async () => {
    if (!step || !(await change.run(step, ids))) return;
    handle.clear();
    setReason('');
    onChanged();
  };
  return (
    <section aria-label={t`Change the picked dates`} className="sheet mt-2 p-3">
      <h2 className="text-lg">{t`Change ${countText(picked.length, 'date', 'dates')}`}</h2>
      <p className="text-note text-soft">{t`What you leave empty stays as it is.`}</p>
      <PatchFields request={request} spaces={spaces} handle={handle}>
        <ReasonField
          className="col-span-2"
          hint={t`(the office reads it)`}
          value={reason}
          onChange={setReason}
        />
      </PatchFields>
      <PreviewLines preview={preview} />
      <KeepIndoors preview={preview} isKept={keepIndoors} onChange={setKeepIndoors} />
      <Button
        isMain
        className="mt-2"
        isBusy={change.isSending}
        off={!patch ? t`Say first what is to be different.` : typeof preview === 'string' ? preview : null}
        onClick={() => void run()}
      >{t`Change ${countText(picked.length, 'date', 'dates')}`}</Button>
    </section>
  );
}
