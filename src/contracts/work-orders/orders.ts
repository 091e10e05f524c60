import type { OrderOrigin, OrderPhase } from '@/core/work-orders/orders-for';

/** Pieces an order tells of. */
export interface OrderItem {
  readonly name: string;
  /** Null where it could not be worked out. */
  readonly quantity: number | null;
  readonly store: string;
}

/** A note to an order, in words. */
export interface OrderNote {
  readonly id: number;
  readonly kind: 'note' | 'problem';
  readonly text: string;
  readonly who: string;
  readonly atText: string;
  readonly file: { readonly key: string; readonly name: string } | null;
  readonly solvedText: string | null;
}

/** What is done between two events, in words. */
export interface TurnoverView {
  readonly kindText: string;
  readonly beforeText: string;
  readonly takeAway: readonly OrderItem[];
  readonly stays: readonly OrderItem[];
  readonly savedText: string;
}

/** One order as a crew reads it, in order of time. */
export interface OrderView {
  readonly id: number;
  readonly version: number;
  readonly contentVersion: number;
  readonly phase: OrderPhase;
  readonly origin: OrderOrigin;
  /** Setup, Strike and so on. */
  readonly phaseText: string;
  readonly title: string;
  readonly team: string;
  /** Who it is given to; null is whoever of the team is there. */
  readonly person: string | null;
  readonly isMine: boolean;
  readonly state: 'open' | 'done' | 'withdrawn';
  readonly isLate: boolean;
  /** When it will be issued; null where it is. */
  readonly issueText: string | null;
  readonly fromText: string;
  readonly dueText: string;
  readonly place: string;
  readonly building: string;
  readonly layout: string;
  readonly people: number;
  readonly wheelchairs: number;
  /** Where the room is seen as it is to be set; null where there is nothing to see. */
  readonly planHref: string | null;
  readonly eventTitle: string;
  readonly reference: string;
  /** Everything around the event: its other orders, services, the walk-through. */
  readonly eventHref: string;
  readonly equipment: readonly OrderItem[];
  readonly turnover: TurnoverView | null;
  readonly checklist: readonly { readonly line: string; readonly isTicked: boolean }[];
  readonly answers: readonly { readonly question: string; readonly answer: string }[];
  /** What the request tells the crew besides, as whom to ring on the day. */
  readonly told: readonly { readonly label: string; readonly text: string }[];
  readonly notes: string;
  /** What is different since the team last read it; empty where it was read. */
  readonly changes: readonly string[];
  readonly said: readonly OrderNote[];
  readonly doneText: string | null;
}

/** The work of a day, in order of time. */
export interface CrewDay {
  readonly date: string;
  readonly dateText: string;
  readonly isToday: boolean;
  readonly orders: readonly OrderView[];
  /** Issued, and given up since: nobody is to start on them. */
  readonly givenUp: readonly OrderView[];
  readonly teams: readonly string[];
}
