import { planSeating, type PlanWishes, type SeatingPlan } from '@/core/seating/plan/plan-seating';
import type { Room } from '@/core/seating/plan/room';

// The plan beside the hand: a number that is dragged must never wait for chairs.

export interface ToWorker {
  readonly turn: number;
  readonly room: Room;
  readonly wishes: PlanWishes;
}

export interface FromWorker {
  readonly turn: number;
  readonly plan: SeatingPlan;
}

self.addEventListener('message', ({ data: { turn, room, wishes } }: MessageEvent<ToWorker>) => {
  self.postMessage({ turn, plan: planSeating(room, wishes) } satisfies FromWorker);
});
