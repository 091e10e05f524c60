'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import type { DateView, RequestView } from '@/contracts/requests/request-view';
import { countText } from '@/contracts/words/when';
import { ChangeDone } from './change-done';
import { DateList } from './date-list';
import { LeaveDialog } from './leave-dialog';
import { OwnChange } from './own-change';
import type { SpaceOption } from './patch-fields';
import { OwnWays } from './own-ways';
import { useChange, type ChangeHandle } from './use-change';

const canLeave = ({ actions }: DateView): boolean =>
  actions.includes('withdraw') || actions.includes('cancel');
const canChange = ({ actions }: DateView): boolean => actions.includes('change');

/** What the office offers instead: taken with one press, for all dates that have an offer. */
function Offered({ change, dates }: { change: ChangeHandle; dates: readonly DateView[] }) {
  if (!dates.length) return null;
  const ids = dates.map(({ id }) => id);
  return (
    <div className="my-2 flex flex-wrap items-center gap-2 border-l-4 border-accent bg-sunk px-3 py-2">
      <span className="font-semibold">{t`The office offers another space or time for ${countText(dates.length, 'date', 'dates')}.`}</span>
      <Button
        isMain
        isBusy={change.isSending}
        onClick={() => change.run({ action: 'accept' }, ids)}
      >{t`Take the offer`}</Button>
      <Button
        isBusy={change.isSending}
        onClick={() => change.run({ action: 'refuse-proposal' }, ids)}
      >{t`Wait for the first wish`}</Button>
    </div>
  );
}

/** One's own dates that can still be changed or left, and which of them are picked. */
function useOwnDates(request: RequestView) {
  const open = request.dates.filter((date) => canLeave(date) || canChange(date));
  const pickable = new Set(open.map(({ id }) => id));
  // A single date needs no picking.
  const [chosen, setPicked] = useState<ReadonlySet<number>>(open.length === 1 ? pickable : new Set());
  const [isChanging, setChanging] = useState(false);
  const picked = open.filter(({ id }) => chosen.has(id));
  const done = () => {
    setPicked(new Set());
    setChanging(false);
  };
  return {
    open,
    pickable,
    picked,
    setPicked,
    changeable: picked.filter(canChange),
    isChanging,
    setChanging,
    done,
  };
}

interface OwnCommandsProps {
  readonly on: ReturnType<typeof useOwnDates>;
  readonly change: ChangeHandle;
}

function OwnCommands({ on, change }: OwnCommandsProps) {
  const { open, picked, pickable, setPicked, changeable, isChanging, setChanging, done } = on;
  const isAll = picked.length === open.length;
  return (
    <div className="flex flex-wrap gap-2 py-2">
      {open.length > 1 && (
        <Button onClick={() => setPicked(isAll ? new Set() : pickable)}>
          {isAll ? t`Pick none` : t`Pick all ${open.length}`}
        </Button>
      )}
      <Button
        aria-expanded={isChanging && changeable.length > 0}
        off={changeable.length ? null : t`Pick dates in the list above first.`}
        onClick={() => setChanging(!isChanging)}
      >
        {changeable.length
          ? t`Change ${countText(changeable.length, 'date', 'dates')} …`
          : t`Pick the dates to change`}
      </Button>
      <LeaveDialog picked={picked.filter(canLeave)} change={change} onLeft={done} />
    </div>
  );
}

interface OwnPanelProps {
  readonly request: RequestView;
  /** Where a date may go instead. */
  readonly spaces: readonly SpaceOption[];
}

/** One's own dates: changing, withdrawing and cancelling one, some or all; taking what the office offers. */
export function OwnPanel({ request, spaces }: OwnPanelProps) {
  const on = useOwnDates(request);
  const change = useChange(request);
  const { open, pickable, picked, setPicked, changeable, isChanging, done } = on;
  const offered = request.dates.filter(
    ({ proposal, actions }) => proposal !== null && actions.includes('accept'),
  );
  return (
    <section aria-label={t`Dates`}>
      <DateList
        dates={request.dates}
        pickable={pickable}
        picked={new Set(picked.map(({ id }) => id))}
        onPick={setPicked}
      />
      <ChangeDone change={change} />
      <Offered change={change} dates={offered} />
      <OwnWays request={request} change={change} />
      {open.length > 0 && <OwnCommands on={on} change={change} />}
      {isChanging && changeable.length > 0 && (
        <OwnChange request={request} picked={changeable} spaces={spaces} change={change} onChanged={done} />
      )}
    </section>
  );
}
