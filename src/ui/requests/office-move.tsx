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

interface OfficeMoveProps {
  readonly request: RequestView;
  readonly picked: readonly DateView[];
  readonly spaces: readonly SpaceOption[];
  readonly change: ChangeHandle;
  /** An offer is kept until then unless another moment is given. */
  readonly offerUntil: string;
}

/** Where the picked dates are to be instead, as it is filled in, and what that would do. */
function useOfficeMove({ request, picked, change, offerUntil }: Omit<OfficeMoveProps, 'spaces'>) {
  const handle = usePatch(request, picked);
  const [fields, setFields] = useState({ reason: '', until: offerUntil, keepIndoors: false });
  const set = (part: Partial<typeof fields>) => setFields((now) => ({ ...now, ...part }));
  const { patch } = handle;
  const ids = picked.map(({ id }) => id);
  const { reason, until, keepIndoors } = fields;
  const preview = usePreview(
    patch && { action: 'move', patch, reason: '', keepIndoors },
    itemsOf(request, ids),
  );
  const run = async (step: Parameters<ChangeHandle['run']>[0]) => {
    if (await change.run(step, ids)) handle.clear();
  };
  const notYet = patch ? null : t`Say first what is to be different.`;
  return {
    handle,
    fields,
    set,
    preview,
    dates: countText(ids.length, 'date', 'dates'),
    whyOff: ids.length ? notYet : t`Pick dates in the list above first.`,
    canOffer: ids.length > 0 && picked.every(({ actions }) => actions.includes('propose')),
    move: () => patch && void run({ action: 'move', patch, reason, keepIndoors }),
    offer: () => patch && void run({ action: 'propose', patch, until }),
  };
}

interface MoveFootProps {
  readonly on: ReturnType<typeof useOfficeMove>;
  readonly isSending: boolean;
}

const MoveFoot = ({ on, isSending }: MoveFootProps) => (
  <div className="mt-2 flex flex-wrap items-end gap-2">
    <Button isBusy={isSending} off={on.whyOff} onClick={on.move}>{t`Move ${on.dates}`}</Button>
    {on.canOffer && (
      <Form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          on.offer();
        }}
      >
        <Button
          isSubmit
          isBusy={isSending}
          off={on.whyOff}
        >{t`Offer it for ${on.dates}, and hold it until`}</Button>
        <DateTimeField
          aria-label={t`What is offered is held until`}
          isRequired
          value={on.fields.until}
          onChange={(until) => on.set({ until })}
        />
      </Form>
    )}
  </div>
);

/** Picked dates put to another time or place of the office's own choosing, at once or as an offer; what it does is said before. */
export function OfficeMove({ spaces, ...props }: OfficeMoveProps) {
  const { request, change } = props;
  const on = useOfficeMove(props);
  const { handle, fields, set, preview } = on;
  return (
    <Disclosure summary={t`Another time or space for the picked dates`} className="sheet mt-3 p-3">
      <PatchFields request={request} spaces={spaces} handle={handle}>
        <ReasonField
          className="col-span-2"
          label={t`Why`}
          hint={t`(needed where a rule is not kept; the requester reads it)`}
          value={fields.reason}
          onChange={(reason) => set({ reason })}
        />
      </PatchFields>
      <PreviewLines preview={preview} />
      <KeepIndoors
        preview={preview}
        isKept={fields.keepIndoors}
        onChange={(keepIndoors) => set({ keepIndoors })}
      />
      <MoveFoot on={on} isSending={change.isSending} />
    </Disclosure>
  );
}
