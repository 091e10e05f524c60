'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useLayoutEffect, useRef, useState } from 'react';
import { dayLong } from '@/contracts/words/when';
import { useBoardAddress, useFirstBoard } from './use-board';
import { LoadedBoard, type BoardProps } from '@/ui/board/loaded-board';

/** That of a screen 1,280 wide, until the board knows its own. */
const FIRST_ROOM_PX = 1246;

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
