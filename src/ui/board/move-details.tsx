'use client';
import { ReasonField } from '@/ui/requests/reason-field';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { DateView, RequestView } from '@/contracts/requests/request-view';
import { toPatchBody } from '@/contracts/requests/patch-body';
import { countText } from '@/contracts/words/when';
import { ChangeDone } from '@/ui/requests/change-done';
import { DateList } from '@/ui/requests/date-list';
import { readJson } from '@/ui/hooks/query';
import { useChange } from '@/ui/requests/use-change';
import { itemsOf, sayNumbers, usePreview } from '@/ui/requests/use-preview';
import type { BoardOffice } from './board-office';
import { sayHours, type Move } from './move';
import { VerdictLines } from './pick-details';
import { DetailsPanel } from '@/ui/kit/details-panel';
import { KeepIndoors } from '@/ui/requests/patch-fields';
import { WidenDates } from '@/ui/requests/widen-dates';
import type { ChangeReply } from '@/contracts/requests/change';

interface MoveDetailsProps {
  readonly move: Move;
  readonly house: BoardOffice;
  /** Where it would stand is on the board, so that the verdict made here counts. */
  readonly isJudged: boolean;
  /** Loads the board anew. */
  onMoved(): void;
  onClose(): void;
}

/** The patch as the route takes it. */
const canMove = ({ actions, isPast }: DateView): boolean => actions.includes('move') && !isPast;

const WouldDo = ({ preview }: { readonly preview: string | ChangeReply | null }) => (
  <div aria-live="polite" className="mt-2">
    {typeof preview === 'string' && <p className="text-conflict">{preview}</p>}
    {preview !== null && typeof preview !== 'string' && (
      <>
        <p className="font-semibold">{sayNumbers(preview)}.</p>
        {[...preview.sentences, ...preview.warnings].slice(0, 5).map((sentence) => (
          <p key={sentence} className="mt-1 text-note">
            {sentence}
          </p>
        ))}
      </>
    )}
  </div>
);

interface SeriesDatesProps {
  readonly movable: DateView[];
  readonly picked: ReadonlySet<number>;
  readonly setPicked: (picked: ReadonlySet<number>) => void;
}

const SeriesDates = ({ movable, picked, setPicked }: SeriesDatesProps) => (
  <div className="max-h-72 overflow-y-auto" tabIndex={0} role="region" aria-label={t`Dates of the series`}>
    <DateList
      dates={movable}
      pickable={new Set(movable.map(({ id }) => id))}
      picked={picked}
      onPick={setPicked}
    />
  </div>
);

const Over = ({ request, movable }: { readonly request: RequestView; readonly movable: DateView[] }) => (
  <p className="pb-1 text-note text-soft">
    {countText(
      request.dates.length - movable.length,
      'date that is over stays as it was.',
      'dates that are over stay as they were.',
    )}
  </p>
);

function MoveForm({
  request,
  move,
  onMoved,
}: Pick<MoveDetailsProps, 'move' | 'onMoved'> & { request: RequestView }) {
  const change = useChange(request, onMoved);
  const movable = request.dates.filter(canMove);
  const [picked, setPicked] = useState<ReadonlySet<number>>(new Set([move.booking.change.occurrence]));
  const [reason, setReason] = useState('');
  const ids = movable.map(({ id }) => id).filter((id) => picked.has(id));
  const [keepIndoors, setKeepIndoors] = useState(false);
  const preview = usePreview(
    { action: 'move', patch: toPatchBody(move.patch), reason: '', keepIndoors },
    itemsOf(request, ids),
  );
  const isSeries = request.dates.length > 1;
  const isDone = change.doneText !== '';
  const run = () => change.run({ action: 'move', patch: toPatchBody(move.patch), reason, keepIndoors }, ids);

  if (isDone) return <ChangeDone change={change} />;
  return (
    <>
      {isSeries && <WidenDates dates={movable} origin={move.booking.change.occurrence} onPick={setPicked} />}
      {isSeries && request.dates.length > movable.length && <Over request={request} movable={movable} />}
      {isSeries && <SeriesDates movable={movable} picked={picked} setPicked={setPicked} />}
      <WouldDo preview={preview} />
      <KeepIndoors preview={preview} isKept={keepIndoors} onChange={setKeepIndoors} />
      <ReasonField className="mt-2" value={reason} onChange={setReason} />
      <ChangeDone change={change} />
      <Button
        isMain
        className="mt-3 w-full"
        isBusy={change.isSending}
        off={ids.length ? null : t`Pick the dates that are to move.`}
        onClick={() => void run()}
      >{t`Move ${countText(ids.length, 'date', 'dates')}`}</Button>
    </>
  );
}

/** A booking that was let go at another place or time: what the server says to it, for this date or more of them. */
export function MoveDetails({ move, house, isJudged, onMoved, onClose }: MoveDetailsProps) {
  const { booking } = move;
  const { reference } = booking.change;
  const { data: request, isError } = useQuery({
    queryKey: ['request', reference],
    queryFn: ({ signal }) => readJson<RequestView>(`/api/requests/${reference}`, signal),
    staleTime: 0,
  });
  const place = house.space(move.spaceId)?.name ?? '';
  const from = house.space(booking.spaceId)?.name ?? '';
  return (
    <DetailsPanel title={booking.known.title} onClose={onClose}>
      <p className="text-soft">{t`from ${from}, ${sayHours(booking.known.event, house.tzid)}`}</p>
      <p className="font-semibold">{t`to ${place}, ${sayHours(move.event, house.tzid)}`}</p>
      {isJudged && <VerdictLines {...move.verdict} />}
      <div className="mt-3">
        {isError && (
          <p role="alert" className="text-conflict">
            {t`This request cannot be read just now. Nothing was moved.`}
          </p>
        )}
        {!request && !isError && <p className="text-soft">{t`Asking the server …`}</p>}
        {request && <MoveForm request={request} move={move} onMoved={onMoved} />}
      </div>
    </DetailsPanel>
  );
}
