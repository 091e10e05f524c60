'use client';
import { EmptyState } from '@/ui/kit/empty-state';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState, type RefObject } from 'react';
import type { ShortChoices } from '@/contracts/requests/ask-choices';
import type { BoardCategory, BoardData, BoardSpan, BoardViewer } from '@/contracts/calendar/board';
import type { SavedView } from '@/contracts/accounts/own';
import { covers, type Interval } from '@/core/time/epoch-minute';
import { dayLong } from '@/contracts/words/when';
import { addWallMinutes, dateOf, type LocalDate } from '@/core/time/local-time';
import { toEpochMinute, toLocal } from '@/core/time/zone';
import { printHref } from '@/ui/hooks/print-href';
import { boardHref, type BoardFilters, type Pick } from './board-address';
import { BoardBar } from './board-bar';
import { BoardCanvas } from './board-canvas';
import type { OnBoard } from './board-check';
import type { Booking } from './bookings';
import { BookingDetails } from './booking-details';
import { isLeftOut } from './filters';
import type { BoardOffice } from './board-office';
import { BoardKey } from './key';
import { isMovable, type Move } from './move';
import { MoveDetails } from './move-details';
import { NoteStrip } from './note-strip';
import { PickDetails } from './pick-details';
import type { BoardRow } from './rows';
import { axisPx } from './axis-head';
import { useBoardAddress, useFirstBoard } from './use-board';
import { useBoardData } from './use-board-data';
import { useGestures, type DragPreview } from './use-gestures';
import { useZoom } from './use-zoom';

/** That of a screen 1,280 wide, until the board knows its own. */
const FIRST_ROOM_PX = 1246;

/** How much room there is, once it is known. */
function useRoomPx(scroller: RefObject<HTMLDivElement | null>, first: number): number {
  const [room, setRoom] = useState(first);
  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setRoom(element.clientWidth));
    observer.observe(element);
    return () => observer.disconnect();
  }, [scroller]);
  return room;
}

/** Whether a pick begins on the days the board has loaded. */
function isOn({ start }: Pick, whole: Interval, tzid: string): boolean {
  const at = toEpochMinute(start, tzid, 'offset-before');
  return at >= whole.start && at < whole.end;
}

/** The picked gap as it is drawn; null where none of its rows is on the board. */
function dragPreviewOf(pick: Pick, rows: readonly BoardRow[], tzid: string): DragPreview | null {
  const positions = rows.flatMap((row, index) => {
    const isPicked =
      (row.kind === 'space' && pick.spaceIds.includes(row.space.id)) ||
      (row.kind === 'pool' && row.pool.id === pick.poolId);
    return isPicked ? [index] : [];
  });
  if (!positions.length) return null;
  return {
    kind: 'pick',
    fromRow: Math.min(...positions),
    toRow: Math.max(...positions),
    start: toEpochMinute(pick.start, tzid, 'offset-before'),
    end: toEpochMinute(addWallMinutes(pick.start, pick.minutes), tzid, 'offset-before'),
    isByKeys: false,
  };
}

/** A move that waits in the details panel, as it is drawn. */
function dragPreviewOfMove(move: Move, rows: readonly BoardRow[]): DragPreview | null {
  const row = rows.findIndex((each) => each.kind === 'space' && each.space.id === move.spaceId);
  return row < 0 ? null : { kind: 'move', booking: move.booking, row, ...move.event, move };
}

/** The spaces whose rows are shown, where filters leave some out. */
function shownOf(rows: readonly BoardRow[], { spaces }: BoardOffice): { spaces?: readonly number[] } {
  const shown = rows.flatMap((row) => (row.kind === 'space' ? [row.space.id] : []));
  return shown.length < spaces.length && shown.length <= 100 ? { spaces: shown } : {};
}

/**
 * Addresses of details on the board as it stands: one for each booking, so their common part is written once. Zoom is left
 * out: links need not be written anew while it changes, and a details panel opened by itself shows the whole day.
 */
function detailsHrefs(day: LocalDate | null, days: number, filters: BoardFilters): (id: number) => string {
  const here = boardHref({ ...filters, day, days });
  const base = `${here}${here.includes('?') ? '&' : '?'}slip=`;
  return (id) => `${base}${id}`;
}

interface BoardProps {
  /** The first day shown, the one the page had preloaded. */
  readonly from: LocalDate;
  readonly categories: readonly BoardCategory[];
  readonly viewer: BoardViewer;
  readonly choices: ShortChoices;
  readonly kept: readonly SavedView[];
}

interface LoadedProps extends BoardProps {
  readonly house: BoardData;
  readonly first: BoardSpan;
  /** Room across, as the frame had it before. */
  readonly roomPx: number;
}

/** Every space by time: looking, picking a gap, moving what stands there. */
export function Board(props: BoardProps) {
  const { address } = useBoardAddress();
  const { first, hasFailed, again } = useFirstBoard(props.from, address.days);
  const frame = useRef<HTMLDivElement>(null);
  const [roomPx, setRoomPx] = useState(FIRST_ROOM_PX);
  // Measured before the board is drawn, so that it is drawn once.
  useLayoutEffect(() => {
    if (frame.current) setRoomPx(frame.current.clientWidth);
  }, []);
  if (first) return <LoadedBoard {...props} house={first.house} first={first.span} roomPx={roomPx} />;
  return (
    <>
      <h1 className="pb-2 text-2xl">{dayLong(props.from)}</h1>
      <div ref={frame} className="sheet board-scroll overflow-y-scroll p-6" aria-busy={!hasFailed}>
        {hasFailed ? (
          <p role="alert">
            {t`The board cannot be loaded just now. `}
            <Button onClick={again}>{t`Try again`}</Button>
          </p>
        ) : (
          <p className="text-soft">{t`Loading the board …`}</p>
        )}
        <noscript>{t`The board is drawn by scripts, which are switched off here. What’s on at /whats-on can be read without.`}</noscript>
      </div>
    </>
  );
}

function LoadedBoard(props: LoadedProps) {
  const { categories, viewer, choices } = props;
  const { isManager } = viewer;
  const { address, go } = useBoardAddress();
  const scroller = useRef<HTMLDivElement>(null);
  const data = useBoardData(props, address, useRoomPx(scroller, props.roomPx));
  const { house, bookings, filters, rows, axis, calmAxis, offsets, labelPx, span, whole } = data;
  const [move, setMove] = useState<Move | null>(null);
  const [note, setNote] = useState<string | null>(null);
  useZoom(
    scroller,
    { labelPx, widthAt: (zoom) => axis.widthAt((axis.pxPerMin / address.zoom) * zoom) },
    address,
    go,
  );

  const board: OnBoard = useMemo(
    () => ({ house, bookings, uses: span.uses, now: viewer.requester.now }),
    [house, bookings, span, viewer],
  );
  const onPick = useCallback(
    (picked: readonly BoardRow[], start: number, end: number) => {
      const spaceIds = picked.flatMap((row) => (row.kind === 'space' ? [row.space.id] : []));
      const [row] = picked;
      const poolId = row?.kind === 'pool' ? row.pool.id : null;
      if (!spaceIds.length && poolId === null) return;
      setMove(null);
      go({
        slip: null,
        pick: {
          spaceIds: spaceIds.slice(0, 6),
          poolId,
          start: toLocal(start as typeof span.now, house.tzid),
          minutes: end - start,
        },
      });
    },
    [go, house, span],
  );
  const gestures = useGestures({
    scroller,
    geometry: { axis, rows, offsets, labelPx, headPx: axisPx() },
    board,
    isManager,
    onPick,
    onDrop: setMove,
  });

  const { day, days, slip: pickedDetails } = address;
  const context = useMemo(
    () => ({
      house,
      axis: calmAxis,
      whole,
      uses: span.uses,
      labelPx,
      pickedDetails,
      detailsHref: detailsHrefs(day, days, filters),
      isFaded: (booking: Booking) => isLeftOut(booking, filters),
      canMove: (booking: Booking) => isMovable(booking, isManager),
    }),
    [house, calmAxis, whole, span, labelPx, pickedDetails, day, days, filters, isManager],
  );
  const close = () => {
    setMove(null);
    go({ slip: null, pick: null });
  };
  const picked = bookings.find(({ id }) => id === address.slip);
  const slip = move ? (
    <MoveDetails
      key={`${move.booking.id} ${JSON.stringify(move.patch)}`}
      move={move}
      house={house}
      isJudged={covers(whole, move.occupied)}
      onMoved={data.reload}
      onClose={close}
    />
  ) : picked ? (
    <BookingDetails
      key={picked.id}
      booking={picked}
      board={board}
      isManager={isManager}
      onMove={setMove}
      onClose={close}
    />
  ) : address.pick ? (
    <PickDetails
      key={`${address.pick.spaceIds.join()} ${address.pick.poolId}`}
      pick={address.pick}
      address={address}
      board={board}
      viewer={viewer}
      choices={choices}
      isLoaded={isOn(address.pick, whole, house.tzid)}
      onPick={(pick) => {
        // The board goes along to another day: what is asked for is judged by what stands there.
        const day = isOn(pick, whole, house.tzid) ? address.day : dateOf(pick.start);
        go({ pick, day }, 'replace');
      }}
      onSent={data.reload}
      onClose={close}
    />
  ) : null;
  const hasRows = rows.length > 0;
  const pickedDragPreview = move
    ? dragPreviewOfMove(move, rows)
    : address.pick && dragPreviewOf(address.pick, rows, house.tzid);
  return (
    <>
      <BoardBar
        address={address}
        from={data.from}
        today={data.today}
        buildings={[...new Set(house.spaces.map(({ building }) => building))]}
        categories={categories}
        printHref={printHref({ what: 'board', from: data.from, days: address.days, ...shownOf(rows, house) })}
        kept={props.kept}
        isSignedIn={viewer.isSignedIn}
        go={go}
      />
      {data.failed && (
        <p role="alert" className="border-l-4 border-clash bg-sunk px-3 py-2">
          {data.failed} <Button onClick={data.reload}>{t`Try again`}</Button>
        </p>
      )}
      <div className={slip ? 'grid gap-4 lg:grid-cols-[minmax(0,1fr)_20rem]' : ''}>
        <div className="min-w-0">
          {hasRows ? (
            <BoardCanvas
              scroller={scroller}
              rows={rows}
              offsets={offsets}
              context={context}
              axis={axis}
              now={span.now}
              label={t`Spaces by time`}
              isLoading={data.isLoading}
              gestures={gestures}
              picked={pickedDragPreview}
              onNote={setNote}
              onDetails={(slip) => {
                setMove(null);
                go({ slip, pick: null });
              }}
            />
          ) : (
            <EmptyState>
              {t`Nothing on the board matches the filter. `}
              <Button
                onClick={() =>
                  go({
                    text: '',
                    building: '',
                    only: [],
                    seats: 0,
                    layout: null,
                    feature: null,
                    category: null,
                  })
                }
              >{t`Show all spaces`}</Button>
            </EmptyState>
          )}
          <NoteStrip note={note} dragPreview={gestures.dragPreview} house={house} rows={rows} />
          <BoardKey />
        </div>
        {slip}
      </div>
    </>
  );
}
