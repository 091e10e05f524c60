'use client';
import { Disclosure } from '@/ui/kit/disclosure';
import { DateField } from '@/ui/kit/dates/date-field';
import { TimeField } from '@/ui/kit/dates/time-field';
import { Field } from '@/ui/kit/field';
import { Button, ButtonLink } from '@/ui/kit/button';
import { Select } from '@/ui/kit/fields';
import { t, texts } from '@/contracts/language/translate';
import { useState } from 'react';
import { addMinutes } from '@/core/time/epoch-minute';
import { dateOf, parseLocalDateTime, timeOf } from '@/core/time/local-time';
import { toEpochMinute, toLocal } from '@/core/time/zone';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { Mark } from '@/ui/kit/mark';
import { BandDrawing } from '../drawing/band-drawing';
import type { OnBoard } from './board-check';
import { bandsOnBoard, type Booking, type BookingState } from './bookings';
import { isMovable, moveTo, type Movable, type Move } from './move';
import { DetailsPanel } from '@/ui/kit/details-panel';
import { Form } from '@/ui/kit/form';
import type { BoardOffice } from '@/ui/board/board-office';

const STATE_SENTENCE: Readonly<Record<BookingState, string>> = texts({
  approved: 'Approved.',
  held: 'Held for a while.',
  waiting: 'Waits for a decision; the space is not booked yet.',
});

interface SpaceChoiceProps {
  readonly spaceId: number;
  readonly setSpace: (space: number) => void;
  readonly house: BoardOffice;
}

const SpaceChoice = ({ spaceId, setSpace, house }: SpaceChoiceProps) => (
  <label className="col-span-2">
    {t`Space`}
    <Select value={spaceId} onChange={({ target }) => setSpace(Number(target.value))}>
      {house.spaces.map(({ id, name, code }) => (
        <option key={id} value={id}>
          {code} {name}
        </option>
      ))}
    </Select>
  </label>
);

/** Where and when it is to be, as typed. */
function useTypedMove(board: OnBoard, booking: Movable, onMove: (move: Move) => void) {
  const { house } = board;
  const startsAt = toLocal(booking.known.event.start, house.tzid);
  const [day, setDay] = useState<string>(dateOf(startsAt));
  const [from, setFrom] = useState(timeOf(startsAt));
  const [to, setTo] = useState(timeOf(toLocal(booking.known.event.end, house.tzid)));
  const [spaceId, setSpace] = useState(booking.spaceId);
  const [fault, setFault] = useState('');
  const look = () => {
    const [begin, finish] = [parseLocalDateTime(`${day}T${from}`), parseLocalDateTime(`${day}T${to}`)];
    if (!begin || !finish) return setFault(t`Give a day and two times.`);
    const start = toEpochMinute(begin, house.tzid, 'offset-before');
    const sameDay = toEpochMinute(finish, house.tzid, 'offset-before');
    // An end before the start is one on the next day.
    const end = sameDay > start ? sameDay : addMinutes(sameDay, 1440);
    const move = moveTo(board, booking, { start, end, spaceId });
    setFault(move ? '' : t`That is where it is already.`);
    if (move) onMove(move);
  };
  return { house, day, setDay, from, setFrom, to, setTo, spaceId, setSpace, fault, look };
}

/** Moving by typing: what dragging does, to the minute. */
function TypedMove({
  booking,
  board,
  onMove,
}: {
  booking: Movable;
  board: OnBoard;
  onMove(move: Move): void;
}) {
  const { house, day, setDay, from, setFrom, to, setTo, spaceId, setSpace, fault, look } = useTypedMove(
    board,
    booking,
    onMove,
  );
  return (
    <Form
      className="mt-2 grid grid-cols-2 gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        look();
      }}
    >
      <Field label={t`Day`} look="plain" className="col-span-2">
        <DateField isRequired value={day} onChange={setDay} />
      </Field>
      <Field label={t`From`} look="plain">
        <TimeField isRequired value={from} onChange={setFrom} />
      </Field>
      <Field label={t`To`} look="plain">
        <TimeField isRequired value={to} onChange={setTo} />
      </Field>
      <SpaceChoice spaceId={spaceId} setSpace={setSpace} house={house} />
      {fault && (
        <p role="alert" className="col-span-2 text-note text-conflict">
          {fault}
        </p>
      )}
      <Button isSubmit className="col-span-2">{t`Look at it there`}</Button>
    </Form>
  );
}

interface BookingDetailsProps {
  readonly booking: Booking;
  readonly board: OnBoard;
  readonly isManager: boolean;
  onMove(move: Move): void;
  onClose(): void;
}

/** A booking beside the board, as far as the viewer may know it. */
export function BookingDetails({ booking, board, isManager, onMove, onClose }: BookingDetailsProps) {
  const { known, change } = booking;
  const { house } = board;
  const place = house.space(booking.spaceId);
  return (
    <DetailsPanel title={known?.title ?? t`Taken`} onClose={onClose}>
      <p className="font-semibold">
        {place?.name}, <span className="font-normal">{place?.building}</span>
      </p>
      {known?.category && (
        <p className="mt-1 flex items-center gap-2">
          <Mark mark={known.category.mark} hue={known.category.hue} /> {known.category.name}, {known.host}
        </p>
      )}
      {known && (
        <p className="mt-1">
          {LAYOUT_WORDS[known.layout]}
          {known.people > 0 && t`, ${known.people} people`}
        </p>
      )}
      <BandDrawing bands={bandsOnBoard(booking)} tzid={house.tzid} hue={known?.category?.hue ?? 'ink'} />
      <p className="mt-2">
        {STATE_SENTENCE[booking.state]} {known?.nth ? t`Date ${known.nth}.` : ''}
      </p>
      {!known && (
        <p className="mt-1 text-soft">{t`What it is concerns only its own people and the office.`}</p>
      )}
      {change && (
        <p className="mt-3">
          <ButtonLink
            href={`/${isManager ? 'desk' : 'requests'}/${change.reference}`}
          >{t`Open ${change.reference}`}</ButtonLink>
        </p>
      )}
      {isMovable(booking, isManager) && (
        <Disclosure summary={t`Move or lengthen`} className="mt-3 border-t border-rule pt-2">
          <TypedMove key={booking.id} booking={booking} board={board} onMove={onMove} />
        </Disclosure>
      )}
    </DetailsPanel>
  );
}
