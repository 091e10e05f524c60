import { useEffect, useRef, useState } from 'react';
import type { PlanWishes, SeatingPlan } from '@/core/seating/plan/plan-seating';
import type { Room } from '@/core/seating/plan/room';
import type { FromWorker, ToWorker } from './seating-worker';

/**
 * The plan for what is wished, worked out beside the page. While one is on its way the latest wish waits, and only that:
 * a number dragged over a hundred values is not planned a hundred times. Null before the first.
 */
export function usePlan(room: Room, wishes: PlanWishes): { plan: SeatingPlan | null; isBehind: boolean } {
  const [found, setFound] = useState<{ text: string; plan: SeatingPlan } | null>(null);
  const worker = useRef<Worker | null>(null);
  const state = useRef<{ turn: number; sent: string | null; next: string | null }>({
    turn: 0,
    sent: null,
    next: null,
  });
  const text = JSON.stringify({ room, wishes });
  const send = useRef((wanted: string) => {
    const { current } = state;
    current.sent = wanted;
    current.turn += 1;
    worker.current?.postMessage({
      ...(JSON.parse(wanted) as Omit<ToWorker, 'turn'>),
      turn: current.turn,
    } satisfies ToWorker);
  });
  useEffect(() => {
    const own = new Worker(new URL('./seating-worker.ts', import.meta.url), { type: 'module' });
    own.addEventListener('message', ({ data }: MessageEvent<FromWorker>) => {
      const { current } = state;
      if (data.turn !== current.turn || current.sent === null) return;
      setFound({ text: current.sent, plan: data.plan });
      current.sent = null;
      if (current.next === null) return;
      const { next } = current;
      current.next = null;
      send.current(next);
    });
    worker.current = own;
    const { current } = state;
    return () => {
      own.terminate();
      current.sent = null;
    };
  }, []);
  useEffect(() => {
    if (state.current.sent === null) send.current(text);
    else state.current.next = text;
  }, [text]);
  return { plan: found?.plan ?? null, isBehind: found?.text !== text };
}
