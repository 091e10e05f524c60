import type { Metadata } from 'next';
import Link from 'next/link';
import { addDays, dateOf, parseLocalDate, parseLocalDateTime } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import type { BoardDay } from '@/contracts/board';
import { pageContext } from '@/server/http/page';
import { boardDay } from '@/server/use-cases/look/board-day';
import { findSpaces } from '@/server/use-cases/look/find-spaces';
import { ruler } from '@/server/use-cases/look/ruler';
import { boardHref, type BoardAddress } from '@/ui/board/board-address';
import { BoardView } from '@/ui/board/board-view';
import { BookingSlip } from '@/ui/board/booking-slip';
import { BoardKey } from '@/ui/board/key';
import { PickSlip } from '@/ui/board/pick-slip';
import { Ruler } from '@/ui/frame/ruler';

export const metadata: Metadata = { title: 'Board' };

type Query = Readonly<Record<string, string | string[] | undefined>>;
const text = (value: string | string[] | undefined): string => (typeof value === 'string' ? value : '');

function readAddress(query: Query): BoardAddress {
  return {
    day: parseLocalDate(text(query.day)),
    text: text(query.q).slice(0, 100),
    slip: /^\d+\.\d+$/.test(text(query.slip)) ? text(query.slip) : null,
    pick: /^\d+@/.test(text(query.pick)) ? text(query.pick) : null,
  };
}

function SlipFor({
  board,
  address,
  isManager,
}: {
  board: BoardDay;
  address: BoardAddress;
  isManager: boolean;
}) {
  const closeHref = boardHref({ ...address, slip: null, pick: null });
  const [spaceId, rest] = (address.slip ?? address.pick ?? '').split(/[.@]/);
  const space = board.spaces.find(({ id }) => id === Number(spaceId));
  if (!space) return null;
  const booking = address.slip ? space.bookings.find(({ id }) => id === Number(rest)) : undefined;
  if (booking)
    return (
      <BookingSlip
        booking={booking}
        space={space}
        tzid={board.tzid}
        closeHref={closeHref}
        isManager={isManager}
      />
    );
  const start = address.pick ? parseLocalDateTime(rest!) : null;
  return start ? (
    <PickSlip
      key={address.pick}
      spaceId={space.id}
      place={`${space.name}, ${space.building}`}
      start={start}
      closeHref={closeHref}
    />
  ) : null;
}

const RULER_DAYS = 35;

export default async function BoardPage({ searchParams }: { searchParams: Promise<Query> }) {
  const address = readAddress(await searchParams);
  const ctx = await pageContext('board.look', boardHref(address));
  const whole = await boardDay(ctx, address.day ? parseLocalDate(address.day) : null);
  const found = address.text ? new Set((await findSpaces(ctx.db, address.text)).map(({ id }) => id)) : null;
  const board = found ? { ...whole, spaces: whole.spaces.filter(({ id }) => found.has(id)) } : whole;
  const today = dateOf(toLocal(board.now, board.tzid));
  const days = await ruler(ctx, addDays(board.date, -7), RULER_DAYS);
  const isManager = ctx.viewer?.roles.includes('manager') ?? false;
  const slip = SlipFor({ board, address, isManager });
  const to = (date: string) => boardHref({ ...address, day: date, slip: null, pick: null });
  return (
    <>
      <Ruler days={days} chosen={board.date} today={today} hrefs={days.map(({ date }) => to(date))} />
      <div className="flex flex-wrap items-end gap-x-5 gap-y-2 py-3">
        <h1 className="text-3xl">{board.dateText}</h1>
        <div className="no-print flex gap-2">
          <Link prefetch={false} className="press" href={to(addDays(board.date, -1))}>
            Day before
          </Link>
          <Link prefetch={false} className="press" href={to(today)}>
            Today
          </Link>
          <Link prefetch={false} className="press" href={to(addDays(board.date, 1))}>
            Day after
          </Link>
        </div>
        <form role="search" className="no-print ml-auto flex flex-wrap items-end gap-2">
          <label className="small-caps">
            Day
            <input
              className="field block w-40 font-sans text-base font-normal tracking-normal text-ink"
              type="date"
              name="day"
              defaultValue={board.date}
            />
          </label>
          <label className="small-caps">
            Space, code or building
            <input
              className="field block w-52 text-base font-normal tracking-normal text-ink"
              type="search"
              name="q"
              maxLength={100}
              defaultValue={address.text}
            />
          </label>
          <button className="press" type="submit">
            Show
          </button>
        </form>
      </div>
      <div className={slip ? 'grid gap-4 lg:grid-cols-[minmax(0,1fr)_19rem]' : ''}>
        <div className="min-w-0">
          {board.spaces.length ? (
            <BoardView board={board} address={{ ...address, day: board.date }} />
          ) : (
            <p className="sheet p-6 text-lg">
              No space, code or building holds “{address.text}”.{' '}
              <Link href={boardHref({ ...address, text: '' })}>Show all spaces</Link>
            </p>
          )}
          <BoardKey />
        </div>
        {slip}
      </div>
    </>
  );
}
