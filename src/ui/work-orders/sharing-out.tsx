'use client';
import { Button } from '@/ui/kit/button';
import { Select } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { countText } from '@/contracts/words/when';
import {
  DndContext,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { type KeyboardEvent, useId, useLayoutEffect, useRef, useState } from 'react';
import type { ShiftView, WeekOrder, WeekView } from '@/contracts/work-orders/week-load';
import Link from '@/ui/kit/link';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';

type Team = NonNullable<WeekView['team']>;
/** Somebody of the team, or null: whoever is there. */
type Holder = { readonly id: number | null; readonly name: string };

interface ChipProps {
  readonly order: WeekOrder;
  readonly isPicked: boolean;
  onPick(isPicked: boolean): void;
  onStep(by: 1 | -1): void;
}

/** An order that can be dragged to somebody, moved by arrow keys, or picked and given by the list. */
function Chip({ order, isPicked, onPick, onStep }: ChipProps) {
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({ id: order.id });
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
    event.preventDefault();
    onStep(event.key === 'ArrowUp' ? -1 : 1);
  };
  return (
    <li
      ref={setNodeRef}
      {...listeners}
      className={`cursor-grab touch-none border border-strong-rule bg-raised px-2 py-1 text-fine leading-snug select-none ${isDragging ? 'relative z-20 shadow-lg' : ''} ${order.isDone ? 'text-soft' : ''} ${isPicked ? 'outline-2 outline-accent' : ''}`}
      style={transform ? { translate: `${transform.x}px ${transform.y}px` } : undefined}
    >
      <button
        type="button"
        className="block w-full cursor-pointer text-left"
        aria-describedby={attributes['aria-describedby']}
        aria-pressed={isPicked}
        data-order={order.id}
        data-work={order.phaseText}
        onKeyDown={onKeyDown}
        onClick={() => onPick(!isPicked)}
      >
        <span className="sr-only">{order.phaseText} </span>
        <span className="font-semibold tabular-nums">{order.timeText}</span> {order.place || order.eventTitle}
        <br />
        {order.title}
        {order.workText && <span className="text-soft"> · {order.workText}</span>}
        {order.isDone && t` · done`}
        {order.issueText && <span className="text-soft">{t` · issued ${order.issueText}`}</span>}
      </button>
      {order.doubts.map((doubt) => (
        <p key={doubt} className="font-semibold text-warning">
          {doubt}
        </p>
      ))}
    </li>
  );
}

interface HolderDayProps {
  readonly shifts: ShiftView[];
  readonly orders: WeekOrder[];
  readonly picked: readonly number[];
  onPick(order: number, isPicked: boolean): void;
  onStep(order: WeekOrder, by: 1 | -1): void;
}

const HolderDay = ({ shifts, orders, picked, onPick, onStep }: HolderDayProps) => (
  <td className="border-l border-rule p-1">
    {shifts.map(({ id, text }) => (
      <p key={id} className="text-fine text-soft">
        {text}
      </p>
    ))}
    {orders.length > 0 && (
      <ul className="grid gap-1">
        {orders.map((order) => (
          <Chip
            key={order.id}
            order={order}
            isPicked={picked.includes(order.id)}
            onPick={(isPicked) => onPick(order.id, isPicked)}
            onStep={(by) => onStep(order, by)}
          />
        ))}
      </ul>
    )}
  </td>
);

interface RowProps {
  readonly holder: Holder;
  readonly team: Team;
  readonly days: WeekView['days'];
  readonly picked: readonly number[];
  onPick(order: number, isPicked: boolean): void;
  onStep(order: WeekOrder, by: 1 | -1): void;
}

function HolderRow({ holder, team, days, picked, onPick, onStep }: RowProps) {
  const { setNodeRef, isOver } = useDroppable({ id: `holder ${holder.id ?? ''}` });
  const own = team.orders.filter(({ personId }) => personId === holder.id);
  return (
    <tr
      ref={setNodeRef}
      data-over={isOver || undefined}
      className="border-t border-rule align-top data-over:bg-sunk"
    >
      <th scope="row" className="p-2 text-left font-semibold">
        {holder.name}
      </th>
      {days.map(({ date }) => {
        const shifts = team.shifts.filter((shift) => shift.date === date && shift.personId === holder.id);
        const orders = own.filter((order) => order.date === date);
        return (
          <HolderDay
            key={date}

            shifts={shifts}
            orders={orders}
            picked={picked}
            onPick={onPick}
            onStep={onStep}
          />
        );
      })}
    </tr>
  );
}

interface GiveListProps {
  readonly holders: readonly Holder[];
  readonly count: number;
  readonly canIssue: boolean;
  readonly isSending: boolean;
  onGive(holder: number | null): void;
  onIssue(): void;
}

function GiveList({ holders, count, canIssue, isSending, onGive, onIssue }: GiveListProps) {
  const id = useId();
  const [to, setTo] = useState('');
  return (
    <div className="flex flex-wrap items-end gap-2 py-2" aria-live="polite">
      <p className="min-w-40">
        {count ? (
          <strong>{t`${countText(count, 'order', 'orders')} picked`}</strong>
        ) : (
          <span className="text-soft">{t`Press a work order to pick it; drag it to a person; or move it with ↑ and ↓.`}</span>
        )}
      </p>
      {count > 0 && (
        <>
          <label htmlFor={id} className="sr-only">{t`Give them to`}</label>
          <Select id={id} className="w-56" value={to} onChange={({ target }) => setTo(target.value)}>
            {holders.map((holder) => (
              <option key={holder.id ?? 0} value={holder.id ?? ''}>
                {holder.name}
              </option>
            ))}
          </Select>
          <Button isMain isBusy={isSending} onClick={() => onGive(to ? Number(to) : null)}>{t`Give`}</Button>
          {canIssue && <Button isBusy={isSending} onClick={onIssue}>{t`Issue now`}</Button>}
        </>
      )}
    </div>
  );
}

/** The page goes along with what is dragged; the table does not, or its last row would slip away from under it. */
const isPage = (element: Element): boolean => element === document.scrollingElement;

/** What is picked of a team's orders, and giving it to somebody. */
function useSharing(team: Team) {
  const { submit, error, isSending } = useSubmit();
  const [picked, setPicked] = useState<readonly number[]>([]);
  const holders: Holder[] = [{ id: null, name: t`Unassigned` }, ...team.people];
  /** The order that was moved by keys: drawn in its other row, it has them again. */
  const moved = useRef<number | null>(null);
  useLayoutEffect(() => {
    if (moved.current === null) return;
    document.querySelector<HTMLElement>(`[data-order="${moved.current}"]`)?.focus();
    moved.current = null;
  }, [team]);
  const give = async (orders: readonly number[], personId: number | null): Promise<boolean> => {
    const isDone = await submit('/api/orders/assign', { orders, personId });
    if (isDone) setPicked([]);
    return isDone;
  };
  const step = async (order: WeekOrder, by: 1 | -1) => {
    const at = holders.findIndex(({ id }) => id === order.personId);
    const to = holders[at + by];
    if (!to) return;
    moved.current = order.id;
    if (!(await give([order.id], to.id))) moved.current = null;
  };
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over) return;
    const holder = String(over.id).slice('holder '.length);
    const order = team.orders.find(({ id }) => id === active.id);
    const personId = holder ? Number(holder) : null;
    if (order && order.personId !== personId) void give([order.id], personId);
  };
  const chosen = team.orders.filter(({ id }) => picked.includes(id));
  const issue = async () => {
    if (await submit('/api/orders/issue', { orders: picked })) setPicked([]);
  };
  return { holders, picked, setPicked, chosen, give, issue, step, drop, error, isSending };
}

const DayHeads = ({ team, days }: { readonly team: Team; readonly days: WeekView['days'] }) => (
  <thead>
    <tr>
      <th scope="col" className="w-40 p-2 text-left">
        {team.name}
      </th>
      {days.map(({ date, text }) => (
        <th key={date} scope="col" className="p-2 text-left font-normal">
          {text}
        </th>
      ))}
    </tr>
  </thead>
);

interface HolderRowsProps {
  readonly holders: Holder[];
  readonly team: Team;
  readonly days: WeekView['days'];
  readonly picked: readonly number[];
  readonly setPicked: (picked: readonly number[]) => void;
  readonly step: (order: WeekOrder, by: 1 | -1) => Promise<void>;
}

const HolderRows = ({ holders, team, days, picked, setPicked, step }: HolderRowsProps) => (
  <tbody>
    {holders.map((holder) => (
      <HolderRow
        key={holder.id ?? 0}
        holder={holder}
        team={team}
        days={days}
        picked={picked}
        onPick={(order, isPicked) =>
          setPicked(isPicked ? [...picked, order] : picked.filter((id) => id !== order))
        }
        onStep={(order, by) => void step(order, by)}
      />
    ))}
  </tbody>
);

interface SharedTableProps {
  readonly team: Team;
  readonly days: WeekView['days'];
  readonly holders: Holder[];
  readonly picked: readonly number[];
  readonly setPicked: (picked: readonly number[]) => void;
  readonly step: (order: WeekOrder, by: 1 | -1) => Promise<void>;
}

const SharedTable = ({ team, days, holders, picked, setPicked, step }: SharedTableProps) => (
  <table className="sheet w-full min-w-[60rem] table-fixed border-collapse">
    <caption className="sr-only">{t`Orders of ${team.name} by person and day`}</caption>
    <DayHeads team={team} days={days} />
    <HolderRows holders={holders} team={team} days={days} picked={picked} setPicked={setPicked} step={step} />
  </table>
);

/** Who of a team does what in a week: by dragging, by keys, or by picking and a list. */
export function SharingOut({ team, days }: { team: Team; days: WeekView['days'] }) {
  // A press that hardly moves picks; one that moves drags.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const { holders, picked, setPicked, chosen, give, issue, step, drop, error, isSending } = useSharing(team);
  return (
    <DndContext
      id="sharing-out"
      sensors={sensors}
      collisionDetection={pointerWithin}
      autoScroll={{ canScroll: isPage }}
      onDragEnd={drop}
    >
      <GiveList
        holders={holders}
        count={chosen.length}
        canIssue={chosen.some(({ isIssued }) => !isIssued)}
        isSending={isSending}
        onGive={(holder) => void give(picked, holder)}
        onIssue={() => void issue()}
      />
      <RefusalNote error={error} />
      <div className="overflow-x-auto overflow-y-hidden">
        <SharedTable
          team={team}
          days={days}
          holders={holders}
          picked={picked}
          setPicked={setPicked}
          step={step}
        />
      </div>
      <p className="py-1 text-note">
        <Link href="/work-orders/templates" className="underline">{t`Work order templates`}</Link>{' '}
        <span className="text-soft">{t`can name a person of the team beforehand.`}</span>
      </p>
    </DndContext>
  );
}
