'use client';
import { EmptyState } from '@/ui/kit/empty-state';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useCallback, useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import type { ShortChoices } from '@/contracts/requests/ask-choices';
import type { BoardCategory, BoardData, BoardSpan, BoardViewer } from '@/contracts/calendar/board';
import type { SavedView } from '@/contracts/accounts/own';
import { covers, type Interval } from '@/core/time/epoch-minute';
import { addWallMinutes, dateOf, type LocalDate } from '@/core/time/local-time';
import { toEpochMinute, toLocal } from '@/core/time/zone';
import { printHref } from '@/ui/hooks/print-href';
import { boardHref, type BoardAddress, type BoardFilters, type Pick } from '@/ui/board/board-address';
import { BoardBar } from '@/ui/board/board-bar';
import { BoardCanvas } from '@/ui/board/board-canvas';
import type { OnBoard } from '@/ui/board/board-check';
import type { Booking } from '@/ui/board/bookings';
import { BookingDetails } from '@/ui/board/booking-details';
import { isLeftOut } from '@/ui/board/filters';
import type { BoardOffice } from '@/ui/board/board-office';
import { BoardKey } from '@/ui/board/key';
import { isMovable, type Move } from '@/ui/board/move';
import { MoveDetails } from '@/ui/board/move-details';
import { NoteStrip } from '@/ui/board/note-strip';
import { PickDetails } from '@/ui/board/pick-details';
import type { BoardRow } from '@/ui/board/rows';
import { axisPx } from '@/ui/board/axis-head';
import { useBoardAddress } from '@/ui/board/use-board';
import { useBoardData } from '@/ui/board/use-board-data';
import { useGestures } from '@/ui/board/use-gestures';
import type { DragPreview } from '@/ui/board/drag-preview';
import { useZoom } from '@/ui/board/use-zoom';
import type { TimeAxis } from '@/ui/board/time-axis';

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
  const base = `${here}${here.includes('?') ? '&' : '?'}details=`;
  return (id) => `${base}${id}`;
}

export interface BoardProps {
  /** The first day shown, the one the page had preloaded. */
  readonly from: LocalDate;
  readonly categories: readonly BoardCategory[];
  readonly viewer: BoardViewer;
  readonly choices: ShortChoices;
  readonly saved: readonly SavedView[];
}

interface LoadedProps extends BoardProps {
  readonly house: BoardData;
  readonly first: BoardSpan;
  /** Room across, as the frame had it before. */
  readonly roomPx: number;
}

interface PickParts {
  readonly setMove: (move: null) => void;
  readonly go: ReturnType<typeof useBoardAddress>['go'];
  readonly span: BoardSpan;
  readonly house: BoardOffice;
}

/** What picking a gap on the board does: the details panel opens on it. */
function usePick({ setMove, go, span, house }: PickParts) {
  return useCallback(
    (picked: readonly BoardRow[], start: number, end: number) => {
      const spaceIds = picked.flatMap((row) => (row.kind === 'space' ? [row.space.id] : []));
      const [row] = picked;
      const poolId = row?.kind === 'pool' ? row.pool.id : null;
      if (!spaceIds.length && poolId === null) return;
      setMove(null);
      go({
        details: null,
        pick: {
          spaceIds: spaceIds.slice(0, 6),
          poolId,
          start: toLocal(start as typeof span.now, house.tzid),
          minutes: end - start,
        },
      });
    },
    [go, house, setMove, span],
  );
}

interface RowContextParts {
  readonly address: BoardAddress;
  readonly house: BoardOffice;
  readonly calmAxis: TimeAxis;
  readonly whole: Interval;
  readonly span: BoardSpan;
  readonly labelPx: number;
  readonly filters: BoardFilters;
  readonly isManager: boolean;
}

/** What every row needs to be drawn; made anew only where one of it changes. */
function useRowContext({
  address,
  house,
  calmAxis,
  whole,
  span,
  labelPx,
  filters,
  isManager,
}: RowContextParts) {
  const { day, days, details: pickedDetails } = address;
  return useMemo(
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
}

interface NoRowsProps {
  readonly go: ReturnType<typeof useBoardAddress>['go'];
}

/** Nothing is left of the board by what it is narrowed to. */
const NoRows = ({ go }: NoRowsProps) => (
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
);

const NotLoaded = ({ data }: { readonly data: ReturnType<typeof useBoardData> }) => (
  <p role="alert" className="border-l-4 border-conflict bg-sunk px-3 py-2">
    {data.failed} <Button onClick={data.reload}>{t`Try again`}</Button>
  </p>
);

/** What is shown, where it is scrolled to, and what is picked or moved on it. */
function useOnBoard(props: LoadedProps) {
  const { viewer } = props;
  const { isManager } = viewer;
  const { address, go } = useBoardAddress();
  const scroller = useRef<HTMLDivElement>(null);
  const data = useBoardData(props, address, useRoomPx(scroller, props.roomPx));
  const { house, bookings, filters, rows, axis, calmAxis, offsets, labelPx, span, whole } = data;
  const [move, setMove] = useState<Move | null>(null);
  const zoomed = { labelPx, widthAt: (zoom: number) => axis.widthAt((axis.pxPerMin / address.zoom) * zoom) };
  useZoom(scroller, zoomed, address, go);
  const board: OnBoard = useMemo(
    () => ({ house, bookings, uses: span.uses, now: viewer.requester.now }),
    [house, bookings, span, viewer],
  );
  const onPick = usePick({ setMove, go, span, house });
  const geometry = { axis, rows, offsets, labelPx, headPx: axisPx() };
  const gestures = useGestures({ scroller, geometry, board, isManager, onPick, onDrop: setMove });
  const context = useRowContext({ address, house, calmAxis, whole, span, labelPx, filters, isManager });
  const show = (details: number | null) => {
    setMove(null);
    go({ details, pick: null });
  };
  return { scroller, data, address, go, move, setMove, board, gestures, context, show };
}

type OnBoardHandle = ReturnType<typeof useOnBoard>;

const Bar = ({ props, on: { data, address, go } }: { props: LoadedProps; on: OnBoardHandle }) => (
  <BoardBar
    address={address}
    from={data.from}
    today={data.today}
    buildings={[...new Set(data.house.spaces.map(({ building }) => building))]}
    categories={props.categories}
    printHref={printHref({
      what: 'board',
      from: data.from,
      days: address.days,
      ...shownOf(data.rows, data.house),
    })}
    saved={props.saved}
    isSignedIn={props.viewer.isSignedIn}
    go={go}
  />
);

/** The canvas with the rows, or why there are none. */
function Rows({ on, onNote }: { on: OnBoardHandle; onNote(note: string | null): void }) {
  const { scroller, data, address, go, move, gestures, context, show } = on;
  const { rows, offsets, axis, span, house } = data;
  if (!rows.length) return <NoRows go={go} />;
  return (
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
      picked={
        move ? dragPreviewOfMove(move, rows) : address.pick && dragPreviewOf(address.pick, rows, house.tzid)
      }
      onNote={onNote}
      onDetails={show}
    />
  );
}

/** What lies beside the board: a move that waits, a booking, a picked gap, or nothing. */
function detailsBeside(
  { move, setMove, data, board, address, go, show }: OnBoardHandle,
  { viewer, choices }: LoadedProps,
) {
  const { house, whole, bookings } = data;
  const close = () => show(null);
  const picked = bookings.find(({ id }) => id === address.details);
  return move ? (
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
      isManager={viewer.isManager}
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
}

/** The board once what it shows is there. */
export function LoadedBoard(props: LoadedProps) {
  const on = useOnBoard(props);
  const { data, gestures } = on;
  const [note, setNote] = useState<string | null>(null);
  const details = detailsBeside(on, props);
  return (
    <>
      <Bar props={props} on={on} />
      {data.failed && <NotLoaded data={data} />}
      <div className={details ? 'grid gap-4 lg:grid-cols-[minmax(0,1fr)_20rem]' : ''}>
        <div className="min-w-0">
          <Rows on={on} onNote={setNote} />
          <NoteStrip note={note} dragPreview={gestures.dragPreview} house={data.house} rows={data.rows} />
          <BoardKey />
        </div>
        {details}
      </div>
    </>
  );
}
