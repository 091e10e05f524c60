'use client';
import { ReasonField } from '@/ui/requests/reason-field';
import { DateTimeField } from '@/ui/kit/dates/date-time-field';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { DateView, RequestView } from '@/contracts/requests/request-view';
import type {
  HireIn,
  RivalAlternatives,
  SeriesAlternativeView,
  SharedAlternatives,
  AlternativeView,
} from '@/contracts/alternatives/alternatives';
import { countText } from '@/contracts/words/when';
import { sendOnce } from '@/ui/hooks/send-once';
import { useSend } from '@/ui/hooks/use-send';
import { useAlternatives } from '@/ui/alternatives/use-alternatives';
import { Alternatives } from '@/ui/alternatives/alternatives';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { ChangeDone } from './change-done';
import { useChange, type ChangeHandle } from './use-change';
import { Form } from '@/ui/kit/form';

/** Dates that could do with an alternative: blocked or doubtful while they wait, at risk once they are booked. */
const inTrouble = (dates: readonly DateView[]): DateView[] =>
  dates.filter(
    ({ isPast, verdict, isAtRisk, findings }) =>
      !isPast &&
      ((verdict !== null && verdict !== 'clear') ||
        isAtRisk ||
        findings.some(({ rule }) => rule === 'also-wanted')),
  );

/** Moving somebody else's date, so that both are served. */
function MoveRival({ rival, way }: { rival: RivalAlternatives['rival']; way: AlternativeView }) {
  const change = useChange(rival);
  return (
    <>
      <Button
        isMain
        isBusy={change.isSending}
        onClick={() => change.run({ action: 'move', patch: way.patch, reason: '' }, [rival.occurrence])}
      >{t`Move “${rival.title}” there`}</Button>
      <ChangeDone change={change} />
    </>
  );
}

/** Hiring makes the line of stock; the date itself stays as it is. */
function HireIn({ hire, reason }: { hire: HireIn; reason: string }) {
  const router = useRouter();
  const { error, isSending, run: sendIt } = useSend({ again: null });
  const run = () => {
    const { typeId, quantity, from, to } = hire;
    const line = { typeId, delta: quantity, from, to, reason: reason || t`hired in` };
    return sendIt(
      () => sendOnce('/api/stock-lines', line),
      ({ ok }) => ok && router.refresh(),
    );
  };
  return (
    <>
      <Button isMain isBusy={isSending} onClick={run}>{t`Enter the hire`}</Button>
      <RefusalNote error={error} />
    </>
  );
}

/** Alternatives of all dates of a request that are blocked, doubtful or at risk; looked for anew when it has changed. */
export function useOfficeWays(request: RequestView): ReturnType<typeof useAlternatives> {
  const troubled = inTrouble(request.dates);
  return useAlternatives(
    troubled.length
      ? { of: 'request', reference: request.reference, occurrences: troubled.map(({ id }) => id) }
      : null,
    `${request.reference} ${request.version} ${troubled.map(({ findings }) => findings.length).join()}`,
  );
}

interface OfficeWaysProps {
  readonly request: RequestView;
  readonly change: ChangeHandle;
  readonly ways: ReturnType<typeof useAlternatives>;
  /** One way for the whole series is to be taken together with approving the rest. */
  onTakeForAll(way: SeriesAlternativeView): void;
  /** A hold of an offer ends then unless another moment is given. */
  readonly offerUntil: string;
}

/** Everything of one sharing out is moved at once. */
function sharedMove(change: ChangeHandle, reason: string) {
  return (placements: SharedAlternatives['placements']) => {
    const moved = placements.flatMap(({ patch, ...rest }) => (patch ? [{ ...rest, patch }] : []));
    return change.runFor(
      { action: 'move', each: moved.map(({ occurrence, patch }) => ({ occurrence, patch })), reason },
      moved.map(({ reference, version, occurrence }) => ({
        reference,
        version,
        occurrences: [occurrence],
      })),
    );
  };
}

interface OfferFormProps {
  readonly run: () => Promise<boolean>;
  readonly change: ChangeHandle;
  readonly until: string;
  readonly setUntil: (until: string) => void;
}

const OfferForm = ({ run, change, until, setUntil }: OfferFormProps) => (
  <Form
    className="flex flex-wrap items-end gap-2"
    onSubmit={(event) => {
      event.preventDefault();
      void run();
    }}
  >
    <Button isSubmit isBusy={change.isSending}>{t`Offer it, and hold it until`}</Button>
    <DateTimeField aria-label={t`The offer is held until`} isRequired value={until} onChange={setUntil} />
  </Form>
);

/** Moving dates to an alternative, or offering it: with why, and until when an offer is held. */
function useOffering({
  request,
  change,
  offerUntil,
}: Pick<OfficeWaysProps, 'request' | 'change' | 'offerUntil'>) {
  const [reason, setReason] = useState('');
  const [until, setUntil] = useState(offerUntil);
  const isWaiting = (occurrence: number | null) =>
    request.dates.some(({ id, state }) => id === occurrence && state === 'waiting');
  const offer = (run: () => Promise<boolean>) => (
    <OfferForm run={run} change={change} until={until} setUntil={setUntil} />
  );
  const why = (
    <ReasonField
      className="w-full max-w-xl"
      label={t`Why`}
      hint={t`(needed where a rule is not kept; the requester reads it)`}
      value={reason}
      onChange={setReason}
    />
  );
  return { reason, until, isWaiting, offer, why };
}

interface MovingProps {
  readonly change: ChangeHandle;
  readonly offering: ReturnType<typeof useOffering>;
}

const MoveOne = ({
  way,
  occurrence,
  change,
  offering,
}: MovingProps & { way: AlternativeView; occurrence: number }) => {
  const { reason, until, isWaiting, offer, why } = offering;
  return (
    <>
      {why}
      <Button
        isMain
        isBusy={change.isSending}
        onClick={() => change.run({ action: 'move', patch: way.patch, reason }, [occurrence])}
      >{t`Move it`}</Button>
      {isWaiting(occurrence) &&
        offer(() => change.run({ action: 'propose', patch: way.patch, until }, [occurrence]))}
    </>
  );
};

interface MoveAllProps extends MovingProps {
  readonly way: SeriesAlternativeView;
  onTakeForAll(way: SeriesAlternativeView): void;
}

function MoveAll({ way, change, offering, onTakeForAll }: MoveAllProps) {
  const { reason, until, isWaiting, offer, why } = offering;
  const each = way.changes.map(({ occurrence, patch }) => ({ occurrence: occurrence!, patch }));
  const dates = each.map(({ occurrence }) => occurrence);
  const areWaiting = dates.every(isWaiting);
  return (
    <>
      {areWaiting && (
        <Button
          isMain
          isBusy={change.isSending}
          onClick={() => onTakeForAll(way)}
        >{t`Take it, and approve the rest …`}</Button>
      )}
      {why}
      <Button
        isBusy={change.isSending}
        onClick={() => change.run({ action: 'move', each, reason }, dates)}
      >{t`Move ${countText(dates.length, 'date', 'dates')}`}</Button>
      {areWaiting && offer(() => change.run({ action: 'propose', each, until }, dates))}
    </>
  );
}

/** For the office: alternatives of the request's dates, moved there at once or offered to the requester. */
export function OfficeWays({ request, change, ways, onTakeForAll, offerUntil }: OfficeWaysProps) {
  const offering = useOffering({ request, change, offerUntil });
  if (!inTrouble(request.dates).length) return null;
  const { reason } = offering;
  const moving = { change, offering };
  const moveShared = sharedMove(change, reason);
  return (
    <Alternatives
      ways={ways}
      isSeries={request.dates.length > 1}
      actions={{
        one: (way, { occurrence }) =>
          way.hire ? (
            <HireIn hire={way.hire} reason={reason} />
          ) : (
            <MoveOne way={way} occurrence={occurrence!} {...moving} />
          ),
        series: (way) => <MoveAll way={way} onTakeForAll={onTakeForAll} {...moving} />,
        shared: ({ placements }) => (
          <Button
            isMain
            isBusy={change.isSending}
            onClick={() => void moveShared(placements)}
          >{t`Move them there`}</Button>
        ),
        rival: (way, rival) => <MoveRival rival={rival} way={way} />,
        ours: (way, { occurrence }) => <MoveOne way={way} occurrence={occurrence} {...moving} />,
      }}
    />
  );
}
