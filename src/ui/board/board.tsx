'use client';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState, type RefObject } from 'react';
import type { BoardCategory, BoardHouse, BoardSpan, BoardViewer } from '@/contracts/board';
import type { KeptView } from '@/contracts/own';
import { addMinutes, covers, type Interval } from '@/core/time/epoch-minute';
import { dayLong } from '@/contracts/words/when';
import { addDays, addWallMinutes, dateOf, type LocalDate } from '@/core/time/local-time';
import { dayInterval, toEpochMinute, toLocal } from '@/core/time/zone';
import { printHref } from '@/ui/print/print-href';
import { boardHref, MOST_ZOOM, type BoardAddress, type Pick } from './board-address';
import { BoardBar } from './board-bar';
import { BoardCanvas } from './board-canvas';
import type { OnBoard } from './board-check';
import { readBookings, type Booking } from './bookings';
import { BookingSlip } from './booking-slip';
import { filteredPools, filteredSpaces, isLeftOut } from './filters';
import { readHouse, type House } from './house';
import { BoardKey } from './key';
import { isMovable, type Move } from './move';
import { MoveSlip } from './move-slip';
import { NoteStrip } from './note-strip';
import { PickSlip, type ShortChoices } from './pick-slip';
import { boardRows, LABEL_PX, rowOffsets, type BoardRow } from './rows';
import { AXIS_PX } from './axis-head';
import { daysFrom, fittingPxPerMin, makeAxis, shownHours } from './time-axis';
import { useBoardAddress, useBoardSpan, useFirstBoard } from './use-board';
import { useGestures, type Ghost } from './use-gestures';

const NARROW_LABEL_PX = 116;
const NARROW_PX = 640;
/** That of a screen 1,280 wide, until the board knows its own. */
const FIRST_ROOM_PX = 1246;
/** Never so narrow that an hour of one day cannot be hit. */
const LEAST_DAY_PX = 640;

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

/** Zoom by wheel with Ctrl held, about the minute under the pointer, and by + and −. */
function useZoom(
  scroller: RefObject<HTMLDivElement | null>,
  labelPx: number,
  address: BoardAddress,
  go: (change: Partial<BoardAddress>, how: 'later') => void,
) {
  const zoom = useRef(address.zoom);
  useEffect(() => {
    zoom.current = address.zoom;
  }, [address.zoom]);
  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const to = (factor: number, anchorPx: number) => {
      const next = Math.min(MOST_ZOOM, Math.max(1, zoom.current * factor));
      const ratio = next / zoom.current;
      zoom.current = next;
      const left = (element.scrollLeft + anchorPx) * ratio - anchorPx;
      go({ zoom: next }, 'later');
      requestAnimationFrame(() => element.scrollTo({ left }));
    };
    const wheel = (event: WheelEvent) => {
      if (!event.ctrlKey) return;
      event.preventDefault();
      to(Math.exp(-event.deltaY / 300), event.clientX - element.getBoundingClientRect().left - labelPx);
    };
    const key = (event: KeyboardEvent) => {
      if (event.target !== element || event.ctrlKey || event.metaKey) return;
      if (event.key === '+' || event.key === '=') to(1.25, element.clientWidth / 2);
      if (event.key === '-') to(0.8, element.clientWidth / 2);
    };
    element.addEventListener('wheel', wheel, { passive: false });
    element.addEventListener('keydown', key);
    return () => {
      element.removeEventListener('wheel', wheel);
      element.removeEventListener('keydown', key);
    };
  }, [scroller, labelPx, go]);
}

/** Whether a pick begins on the days the board has loaded. */
function isOn({ start }: Pick, whole: Interval, tzid: string): boolean {
  const at = toEpochMinute(start, tzid, 'offset-before');
  return at >= whole.start && at < whole.end;
}

/** The picked gap as it is drawn; null where none of its rows is on the board. */
function ghostOf(pick: Pick, rows: readonly BoardRow[], tzid: string): Ghost | null {
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

/** A move that waits in the slip, as it is drawn. */
function ghostOfMove(move: Move, rows: readonly BoardRow[]): Ghost | null {
  const row = rows.findIndex((each) => each.kind === 'space' && each.space.id === move.spaceId);
  return row < 0 ? null : { kind: 'move', booking: move.booking, row, ...move.event, move };
}

/** The spaces whose rows are shown, where filters leave some out. */
function shownOf(rows: readonly BoardRow[], { spaces }: House): { spaces?: readonly number[] } {
  const shown = rows.flatMap((row) => (row.kind === 'space' ? [row.space.id] : []));
  return shown.length < spaces.length && shown.length <= 100 ? { spaces: shown } : {};
}

/** Addresses of slips on the board as it stands: one for each booking, so their common part is written once. */
function slipHrefs(address: BoardAddress): (id: number) => string {
  const here = boardHref({ ...address, slip: null, pick: null });
  const base = `${here}${here.includes('?') ? '&' : '?'}slip=`;
  return (id) => `${base}${id}`;
}

interface BoardProps {
  /** The first day shown, the one the page had preloaded. */
  readonly from: LocalDate;
  readonly categories: readonly BoardCategory[];
  readonly viewer: BoardViewer;
  readonly choices: ShortChoices;
  readonly kept: readonly KeptView[];
}

interface LoadedProps extends BoardProps {
  readonly house: BoardHouse;
  readonly first: BoardSpan;
  /** Room across, as the frame had it before. */
  readonly roomPx: number;
}

function useBoardData(
  { house: facts, first, categories }: LoadedProps,
  address: BoardAddress,
  roomPx: number,
) {
  const house = useMemo(() => readHouse(facts), [facts]);
  const today = dateOf(toLocal(first.now, house.tzid));
  const from: LocalDate = address.day ?? today;
  const handle = useBoardSpan(from, address.days, first);
  const { span } = handle;
  const bookings = useMemo(() => readBookings(span.bookings, categories), [span, categories]);
  const spaces = useMemo(() => filteredSpaces(house, bookings, address), [house, bookings, address]);
  const rows = useMemo(
    () => boardRows(house, spaces, filteredPools(house, address), bookings),
    [house, spaces, bookings, address],
  );
  const whole = useMemo(
    () => ({
      start: dayInterval(span.from, house.tzid).start,
      end: dayInterval(addDays(span.from, span.days - 1), house.tzid).end,
    }),
    [span, house],
  );
  const slices = useMemo(() => {
    // From the day before, so that a night that runs over does not open the whole of the first day.
    const around = { start: addMinutes(whole.start, -1440), end: whole.end };
    const open = [...new Set(spaces.map((space) => house.openIn(space, around).open))].flat();
    const used = [...open, ...bookings.map((booking) => booking.span)];
    return shownHours(daysFrom(span.from, span.days), used, house.tzid);
  }, [house, spaces, bookings, span, whole]);
  const labelPx = roomPx < NARROW_PX ? NARROW_LABEL_PX : LABEL_PX;
  const axis = useMemo(() => {
    const room = Math.max(roomPx - labelPx - 2, slices.length === 1 ? LEAST_DAY_PX : 0);
    return makeAxis(slices, fittingPxPerMin(slices, room) * address.zoom, house.grainMin);
  }, [slices, roomPx, labelPx, address.zoom, house]);
  const offsets = useMemo(() => rowOffsets(rows), [rows]);
  return { ...handle, house, today, from, bookings, rows, whole, axis, offsets, labelPx };
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
            The board cannot be loaded just now.{' '}
            <button type="button" className="press" onClick={again}>
              Try again
            </button>
          </p>
        ) : (
          <p className="text-soft">Loading the board …</p>
        )}
        <noscript>
          The board is drawn by scripts, which are switched off here. The notices at /notices can be read
          without.
        </noscript>
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
  const { house, bookings, rows, axis, offsets, labelPx, span, whole } = data;
  const [move, setMove] = useState<Move | null>(null);
  const [note, setNote] = useState<string | null>(null);
  useZoom(scroller, labelPx, address, go);

  const board: OnBoard = useMemo(() => ({ house, bookings, uses: span.uses }), [house, bookings, span]);
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
    geometry: { axis, rows, offsets, labelPx, headPx: AXIS_PX },
    board,
    isManager,
    onPick,
    onDrop: setMove,
  });

  const context = useMemo(
    () => ({
      house,
      axis,
      whole,
      uses: span.uses,
      labelPx,
      pickedSlip: address.slip,
      slipHref: slipHrefs(address),
      isFaded: (booking: Booking) => isLeftOut(booking, address),
      canMove: (booking: Booking) => isMovable(booking, isManager),
    }),
    [house, axis, whole, span, labelPx, address, isManager],
  );
  const close = () => {
    setMove(null);
    go({ slip: null, pick: null });
  };
  const picked = bookings.find(({ id }) => id === address.slip);
  const slip = move ? (
    <MoveSlip
      key={`${move.booking.id} ${JSON.stringify(move.patch)}`}
      move={move}
      house={house}
      isJudged={covers(whole, move.occupied)}
      onMoved={data.reload}
      onClose={close}
    />
  ) : picked ? (
    <BookingSlip
      key={picked.id}
      booking={picked}
      board={board}
      isManager={isManager}
      onMove={setMove}
      onClose={close}
    />
  ) : address.pick ? (
    <PickSlip
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
  const pickedGhost = move
    ? ghostOfMove(move, rows)
    : address.pick && ghostOf(address.pick, rows, house.tzid);
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
          {data.failed}{' '}
          <button type="button" className="press" onClick={data.reload}>
            Try again
          </button>
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
              now={span.now}
              label="Spaces by time"
              isLoading={data.isLoading}
              gestures={gestures}
              picked={pickedGhost}
              onNote={setNote}
              onSlip={(slip) => {
                setMove(null);
                go({ slip, pick: null });
              }}
            />
          ) : (
            <p className="sheet p-6 text-lg">
              Nothing on the board passes what you ask for.{' '}
              <button
                type="button"
                className="press"
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
              >
                Show all spaces
              </button>
            </p>
          )}
          <NoteStrip note={note} ghost={gestures.ghost} house={house} rows={rows} />
          <BoardKey />
        </div>
        {slip}
      </div>
    </>
  );
}
