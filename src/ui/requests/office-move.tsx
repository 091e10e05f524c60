'use client';
import { ReasonField } from '@/ui/requests/reason-field';
import { Disclosure } from '@/ui/kit/disclosure';
import { DateTimeField } from '@/ui/kit/dates/date-time-field';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import type { DateView, RequestView } from '@/contracts/requests/request-view';
import { countText } from '@/contracts/words/when';
import { KeepIndoors, PatchFields, usePatch, type SpaceOption } from './patch-fields';
import { PreviewLines } from './preview-lines';
import type { ChangeHandle } from './use-change';
import { itemsOf, usePreview } from './use-preview';
import { Form } from '@/ui/kit/form';

interface OfferFormProps {
  readonly patch: ReturnType<typeof usePatch>['patch'];
  readonly run: (step: Parameters<ChangeHandle['run']>[0]) => Promise<void>;
  readonly until: string;
  readonly change: ChangeHandle;
  readonly whyOff: string | null;
  readonly dates: string;
  readonly setUntil: (until: string) => void;
}

const OfferForm = ({ patch, run, until, change, whyOff, dates, setUntil }: OfferFormProps) => (
  <Form
    className="flex flex-wrap items-end gap-2"
    onSubmit={(event) => {
      event.preventDefault();
      if (patch) void run({ action: 'propose', patch, until });
    }}
  >
    <Button
      isSubmit
      isBusy={change.isSending}
      off={whyOff}
    >{t`Offer it for ${dates}, and hold it until`}</Button>
    <DateTimeField
      aria-label={t`What is offered is held until`}
      isRequired
      value={until}
      onChange={setUntil}
    />
  </Form>
);

interface MoveFootProps {
  readonly change: ChangeHandle;
  readonly whyOff: string | null;
  readonly patch: ReturnType<typeof usePatch>['patch'];
  readonly run: (step: Parameters<ChangeHandle['run']>[0]) => Promise<void>;
  readonly reason: string;
  readonly keepIndoors: boolean;
  readonly dates: string;
  readonly canOffer: boolean;
  readonly until: string;
  readonly setUntil: (until: string) => void;
}

const MoveFoot = ({
  change,
  whyOff,
  patch,
  run,
  reason,
  keepIndoors,
  dates,
  canOffer,
  until,
  setUntil,
}: MoveFootProps) => (
  <div className="mt-2 flex flex-wrap items-end gap-2">
    <Button
      isBusy={change.isSending}
      off={whyOff}
      onClick={() => patch && void run({ action: 'move', patch, reason, keepIndoors })}
    >{t`Move ${dates}`}</Button>
    {canOffer && (
      <OfferForm
        patch={patch}
        run={run}
        until={until}
        change={change}
        whyOff={whyOff}
        dates={dates}
        setUntil={setUntil}
      />
    )}
  </div>
);

/** Why there is nothing to move yet. */
function whyNotMoved(ids: number[], patch: ReturnType<typeof usePatch>['patch']) {
  return !ids.length
    ? t`Pick dates in the list above first.`
    : patch
      ? null
      : t`Say first what is to be different.`;
}

interface OfficeMoveProps {
  readonly request: RequestView;
  readonly picked: readonly DateView[];
  readonly spaces: readonly SpaceOption[];
  readonly change: ChangeHandle;
  /** An offer is kept until then unless another moment is given. */
  readonly offerUntil: string;
}

/** Picked dates put to another time or place of the office's own choosing, at once or as an offer; what it does is said before. */
export function OfficeMove({ request, picked, spaces, change, offerUntil }: OfficeMoveProps) {
  const handle = usePatch(request, picked);
  const [reason, setReason] = useState('');
  const [until, setUntil] = useState(offerUntil);
  const { patch } = handle;
  const ids = picked.map(({ id }) => id);
  const [keepIndoors, setKeepIndoors] = useState(false);
  const preview = usePreview(
    patch && { action: 'move', patch, reason: '', keepIndoors },
    itemsOf(request, ids),
  );
  const dates = countText(ids.length, 'date', 'dates');
  const whyOff = whyNotMoved(ids, patch);
  const canOffer = picked.length > 0 && picked.every(({ actions }) => actions.includes('propose'));
  const run = async (step: Parameters<ChangeHandle['run']>[0]) => {
    if (await change.run(step, ids)) handle.clear();
  };
  return (
    <Disclosure summary={t`Another time or space for the picked dates`} className="sheet mt-3 p-3">
      <PatchFields request={request} spaces={spaces} handle={handle}>
        <ReasonField
          className="col-span-2"
          label={t`Why`}
          hint={t`(needed where a rule is not kept; the requester reads it)`}
          value={reason}
          onChange={setReason}
        />
      </PatchFields>
      <PreviewLines preview={preview} />
      <KeepIndoors preview={preview} isKept={keepIndoors} onChange={setKeepIndoors} />
      <MoveFoot
        change={change}
        whyOff={whyOff}
        patch={patch}
        run={run}
        reason={reason}
        keepIndoors={keepIndoors}
        dates={dates}
        canOffer={canOffer}
        until={until}
        setUntil={setUntil}
      />
    </Disclosure>
  );
}
