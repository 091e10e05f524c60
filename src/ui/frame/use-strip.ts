import { usePathname, useSearchParams } from 'next/navigation';
import { useEffect, useRef, useState, type MouseEvent, type PointerEvent, type RefObject } from 'react';
import type { DayStripDay } from '@/contracts/calendar/board';
import { addDays, daysBetween, parseLocalDate, type LocalDate } from '@/core/time/local-time';
import { useQuery } from '@tanstack/react-query';
import { readJson } from '@/ui/hooks/query';

const DAY_PX = 36;
/** Until the strip knows its room. */
const FIRST_COUNT = 30;
const BEFORE_DAYS = 7;
const PAUSE_MS = 150;
const AHEAD_DAYS = 30;

/** How many days a screen shows from the chosen one on. */
const SHOWN_DAYS: Readonly<Record<string, (query: URLSearchParams) => number>> = {
  '/': (query) => Number(query.get('days')) || 1,
  '/calendar': (query) => (query.get('view') === 'some' ? Number(query.get('n')) || 1 : 1),
  '/work-orders': () => 1,
};
/** Screens that go to another day without loading a page. */
const STAYING = ['/', '/calendar'];

/** Screens that show a day keep their own address; from all others the day strip leads to the board. */
export function useDayAddress(today: LocalDate) {
  const path = usePathname();
  const query = new URLSearchParams(useSearchParams().toString());
  const shown = SHOWN_DAYS[path];
  const chosen = (shown && parseLocalDate(query.get('day') ?? '')) || today;
  const stays = STAYING.includes(path);
  const hrefOf = (date: LocalDate): string => {
    if (!stays) return `${shown ? path : '/'}?day=${date}`;
    const next = new URLSearchParams(query);
    next.delete('details');
    next.delete('slip');
    next.delete('pick');
    next.set('day', date);
    return `${path}?${next.toString()}`;
  };
  return { chosen, hrefOf, stays, days: shown?.(query) ?? 1 };
}

/** The days known so far; what comes into sight is loaded, once it rests. Without the figures days can still be gone to. */
export function useDays(first: readonly DayStripDay[], from: LocalDate, count: number) {
  const [known, setKnown] = useState(() => new Map(first.map((day) => [day.date, day])));
  const isKnown = known.has(from) && known.has(addDays(from, count - 1));
  const [resting, setResting] = useState(from);
  useEffect(() => {
    const timer = setTimeout(() => setResting(from), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [from]);
  const begin = addDays(resting, -AHEAD_DAYS);
  const days = count + 2 * AHEAD_DAYS;
  const { data } = useQuery({
    queryKey: ['days', begin, days],
    queryFn: ({ signal }) => readJson<DayStripDay[]>(`/api/day-strip?from=${begin}&days=${days}`, signal),
    enabled: !isKnown && resting === from,
  });
  const [seen, setSeen] = useState(data);
  if (data && seen !== data) {
    setSeen(data);
    setKnown(new Map([...known, ...data.map((day) => [day.date, day] as const)]));
  }
  return known;
}

/** The strip follows a drag, a day at a time. */
function useDragging(
  drag: RefObject<{ x: number; from: LocalDate; moved: boolean } | null>,
  from: LocalDate,
  setFrom: (from: LocalDate) => void,
) {
  return {
    onPointerDown: (event: PointerEvent) => {
      if (event.button === 0) drag.current = { x: event.clientX, from, moved: false };
    },
    onPointerMove: (event: PointerEvent) => {
      const hold = drag.current;
      if (!hold || !event.buttons) return;
      const days = Math.round((hold.x - event.clientX) / DAY_PX);
      if (days) hold.moved = true;
      if (hold.moved) setFrom(addDays(hold.from, days));
    },
    // The press that ends a drag chooses no day.
    onClickCapture: (event: MouseEvent) => {
      if (!drag.current?.moved) return;
      event.preventDefault();
      event.stopPropagation();
      drag.current = null;
    },
  };
}

/** The strip follows wheel and drag, a day at a time. */
export function useStrip(chosen: LocalDate) {
  const [from, setFrom] = useState(addDays(chosen, -BEFORE_DAYS));
  const [seen, setSeen] = useState({ chosen, count: FIRST_COUNT });
  const strip = useRef<HTMLDivElement>(null);
  const [count, setCount] = useState(FIRST_COUNT);
  const drag = useRef<{ x: number; from: LocalDate; moved: boolean } | null>(null);
  const current = useRef({ from, count });
  useEffect(() => {
    current.current = { from, count };
  }, [from, count]);
  // A day chosen elsewhere comes into sight.
  if (seen.chosen !== chosen || seen.count !== count) {
    setSeen({ chosen, count });
    const at = daysBetween(from, chosen);
    if (at < 1 || at > count - 2) setFrom(addDays(chosen, -Math.min(BEFORE_DAYS, Math.floor(count / 3))));
  }
  useEffect(() => {
    const element = strip.current;
    if (!element) return;
    const observer = new ResizeObserver(() =>
      setCount(Math.max(5, Math.floor(element.clientWidth / DAY_PX))),
    );
    observer.observe(element);
    let rest = 0;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      rest += (Math.abs(event.deltaX) > Math.abs(event.deltaY) ? event.deltaX : event.deltaY) / 40;
      const days = Math.trunc(rest);
      rest -= days;
      if (days) setFrom((before) => addDays(before, days));
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => {
      observer.disconnect();
      element.removeEventListener('wheel', wheel);
    };
  }, []);
  const dragging = useDragging(drag, from, setFrom);
  return { strip, from, setFrom, count, dragging };
}
