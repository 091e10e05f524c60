'use client';
import { ReasonField } from '@/ui/requests/reason-field';
import type { SeriesAlternativeView } from '@/contracts/alternatives/alternatives';
import { DateTimeField } from '@/ui/kit/dates/date-time-field';
import { Field } from '@/ui/kit/field';
import { Button } from '@/ui/kit/button';
import { whyTooMany } from '@/contracts/requests/change';
import { t } from '@/contracts/language/translate';
import { FootBar } from '@/ui/kit/foot-bar';
import { useState } from 'react';
import { useDraft } from '@/ui/hooks/use-draft';
import type { DateView, RequestView } from '@/contracts/requests/request-view';
import { countText } from '@/contracts/words/when';
import { ChangeDone } from './change-done';
import { FallbackPanel } from './fallback-panel';
import { DateList } from './date-list';
import { OfficeMove } from './office-move';
import { OfficeWays, useOfficeWays } from './office-ways';
import { approvable, choicesOf, type Choices } from './one-step';
import { OneStepPanel } from './one-step-panel';
import { PlaceFields, type PlaceOption } from './place-fields';
import { useChange, type ChangeHandle } from './use-change';
import { Form } from '@/ui/kit/form';

const idsOf = (dates: readonly DateView[]): ReadonlySet<number> => new Set(dates.map(({ id }) => id));

function whyNone(ids: readonly number[]): string | null {
  if (!ids.length) return t`Pick dates in the list above first.`;
  return whyTooMany(ids.length);
}

/** Keeping the place of what is picked for a while, until the office knows more. */
function HoldFields({ change, ids }: { change: ChangeHandle; ids: readonly number[] }) {
  const [until, setUntil] = useState('');
  return (
    <Form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void change.run({ action: 'hold', until }, ids);
      }}
    >
      <Field label={t`Hold until`} className="flex flex-wrap items-center gap-x-2">
        <DateTimeField isRequired value={until} onChange={setUntil} />
      </Field>
      <Button
        isSubmit
        isBusy={change.isSending}
        off={whyNone(ids)}
      >{t`Hold ${countText(ids.length, 'date', 'dates')}`}</Button>
    </Form>
  );
}

interface HoldsProps {
  readonly change: ChangeHandle;
  readonly ids: number[];
  readonly held: DateView[];
}

const Holds = ({ change, ids, held }: HoldsProps) => (
  <div className="flex flex-wrap items-end gap-2">
    <HoldFields change={change} ids={ids} />
    {held.length > 0 && (
      <Button
        isBusy={change.isSending}
        onClick={() =>
          change.run(
            { action: 'release-hold' },
            held.map(({ id }) => id),
          )
        }
      >{t`End ${countText(held.length, 'hold', 'holds')}`}</Button>
    )}
  </div>
);

interface DecisionProps {
  readonly change: ChangeHandle;
  readonly picked: readonly DateView[];
  readonly waiting: number;
  readonly reference: string;
}

function Decision({ change, picked, waiting, reference }: DecisionProps) {
  const [reason, setReason] = useDraft(`reason ${reference}`, '');
  const ids = picked.map(({ id }) => id);
  const dates = countText(ids.length, 'date', 'dates');
  const held = picked.filter(({ isHeld, proposal }) => isHeld || proposal);
  const decide = async (action: 'approve' | 'decline' | 'skip') => {
    if (await change.run({ action, reason }, ids)) setReason('');
  };
  return (
    // Over what is read only while something is picked to decide about.
    <FootBar isUp={picked.length > 0}>
      <ChangeDone change={change} />
      <div className="flex flex-wrap items-end gap-2">
        <ReasonField
          className="min-w-60 flex-1"
          hint={
            picked.some(({ needsReason }) => needsReason)
              ? t`needed here: a rule of the office is not kept`
              : t`to decline or leave out; the requester reads it`
          }
          value={reason}
          onChange={setReason}
        />
        <Button
          isMain
          isBusy={change.isSending}
          off={whyNone(ids)}
          onClick={() => decide('approve')}
        >{t`Approve ${dates}`}</Button>
        <Button
          isBusy={change.isSending}
          off={whyNone(ids)}
          onClick={() => decide('decline')}
        >{t`Decline ${dates}`}</Button>
        <Button
          isBusy={change.isSending}
          off={whyNone(ids)}
          onClick={() => decide('skip')}
        >{t`Leave ${dates} out`}</Button>
        {waiting > ids.length && (
          <span className="text-soft">{t`${waiting - ids.length} ${waiting - ids.length === 1 ? t`stays` : t`stay`} waiting`}</span>
        )}
      </div>
      <Holds change={change} ids={ids} held={held} />
    </FootBar>
  );
}

/** Changes asked for after approval: the booking stays until one of these is pressed. */
function WantedChanges({ change, dates }: { change: ChangeHandle; dates: readonly DateView[] }) {
  if (!dates.length) return null;
  const ids = dates.map(({ id }) => id);
  return (
    <div className="mb-3 flex flex-wrap items-center gap-2 border-l-4 border-accent bg-sunk px-3 py-2">
      <span className="font-semibold">{t`${countText(dates.length, 'approved date has', 'approved dates have')} a change that waits.`}</span>
      <Button
        isMain
        isBusy={change.isSending}
        onClick={() => change.run({ action: 'grant-change', reason: '' }, ids)}
      >{t`Grant`}</Button>
      <Button
        isBusy={change.isSending}
        onClick={() => change.run({ action: 'refuse-change', reason: '' }, ids)}
      >{t`Keep as booked`}</Button>
    </div>
  );
}

interface PickByVerdictProps {
  readonly clear: DateView[];
  readonly setPicked: (picked: ReadonlySet<number>) => void;
  readonly possible: DateView[];
  readonly waitingIds: ReadonlySet<number>;
  readonly waiting: DateView[];
}

/** Picking dates by their verdict. */
const PickByVerdict = ({ clear, setPicked, possible, waitingIds, waiting }: PickByVerdictProps) => (
  <div className="mb-2 flex flex-wrap items-center gap-2">
    <span className="text-soft">{t`Pick`}</span>
    {clear.length > 0 && <Button onClick={() => setPicked(idsOf(clear))}>{t`${clear.length} clear`}</Button>}
    {possible.length > clear.length && (
      <Button onClick={() => setPicked(idsOf(possible))}>{t`${possible.length} that can be approved`}</Button>
    )}
    <Button onClick={() => setPicked(waitingIds)}>{t`all ${waiting.length} waiting`}</Button>
    <Button onClick={() => setPicked(new Set())}>{t`none`}</Button>
  </div>
);

interface DecisionFootProps {
  readonly waiting: DateView[];
  readonly change: ChangeHandle;
  readonly picked: DateView[];
  readonly request: RequestView;
  readonly wantedOtherwise: DateView[];
}

const DecisionFoot = ({ waiting, change, picked, request, wantedOtherwise }: DecisionFootProps) =>
  waiting.length > 0 ? (
    <Decision change={change} picked={picked} waiting={waiting.length} reference={request.reference} />
  ) : (
    <>
      <ChangeDone change={change} />
      {!wantedOtherwise.length && <p className="py-3 text-soft">{t`Nothing here waits any more.`}</p>}
    </>
  );

/** The dates that wait for a decision, and which of them are picked. */
function useWaiting(request: RequestView) {
  const waiting = request.dates.filter(
    ({ actions }) => actions.includes('approve') || actions.includes('decline'),
  );
  const clear = approvable(waiting).filter(({ verdict }) => verdict === 'clear');
  const possible = approvable(waiting);
  // Those without a space too: they are clear once they are given one.
  const [chosen, setPicked] = useState<ReadonlySet<number>>(
    idsOf(waiting.filter(({ verdict, isPast }) => verdict === 'clear' && !isPast)),
  );
  const wantedOtherwise = request.dates.filter((date) => date.change !== null);
  const unplaced = waiting.filter((date) => date.places === '' && !date.isPast);
  const waitingIds = idsOf(waiting);
  const picked = waiting.filter(({ id }) => chosen.has(id));
  return { waiting, clear, possible, setPicked, wantedOtherwise, unplaced, waitingIds, picked };
}

/** One way for the whole series can be taken together with approving the rest: it opens the one step with its choices. */
function useOneStep() {
  const [choices, onChoose] = useState<Choices>(new Map());
  const [isOpen, onOpen] = useState(false);
  const onTakeForAll = (way: SeriesAlternativeView) => {
    onChoose(choicesOf(way));
    onOpen(true);
  };
  return { fields: { choices, onChoose, isOpen, onOpen }, isOpen, onTakeForAll };
}

/** What comes before the dates: changes that wait, spaces to be given, and picking by verdict. */
const BeforeDates = ({
  request,
  change,
  places,
  on,
}: {
  request: RequestView;
  change: ChangeHandle;
  places: readonly PlaceOption[];
  on: ReturnType<typeof useWaiting>;
}) => (
  <>
    <WantedChanges change={change} dates={on.wantedOtherwise} />
    {request.wantsText !== null && on.unplaced.length > 0 && (
      <PlaceFields
        change={change}
        dates={on.unplaced}
        places={places}
        people={request.people}
        wantsText={request.wantsText}
      />
    )}
    {on.waiting.length > 0 && <PickByVerdict {...on} />}
  </>
);

interface DecidePanelProps {
  readonly request: RequestView;
  readonly places: readonly PlaceOption[];
  /** Until when an offer is kept unless another moment is given. */
  readonly offerUntil: string;
}

/** Deciding one request: pick dates by verdict or hand, do something with what is picked, leave the rest waiting. */
export function DecidePanel({ request, places, offerUntil }: DecidePanelProps) {
  const change = useChange(request);
  const ways = useOfficeWays(request);
  const oneStep = useOneStep();
  const on = useWaiting(request);
  const { waiting, picked, setPicked, waitingIds, wantedOtherwise } = on;
  const common = { request, change, ways, offerUntil };
  return (
    <section aria-label={t`Dates and decision`}>
      <BeforeDates request={request} change={change} places={places} on={on} />
      <OneStepPanel {...common} {...oneStep.fields} />
      <DateList dates={request.dates} pickable={waitingIds} picked={idsOf(picked)} onPick={setPicked} />
      <OfficeWays {...common} onTakeForAll={oneStep.onTakeForAll} />
      {!oneStep.isOpen && waiting.length > 0 && (
        <OfficeMove {...{ request, picked, change, offerUntil }} spaces={places} />
      )}
      <FallbackPanel request={request} change={change} places={places} />
      {!oneStep.isOpen && <DecisionFoot {...{ waiting, change, picked, request, wantedOtherwise }} />}
    </section>
  );
}
