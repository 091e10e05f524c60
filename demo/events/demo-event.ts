import type { Layout } from '@/core/seating/layouts';

/** An event of the demo: who asks for what, where, and on which dates. `on` is the first date. */
export interface DemoEvent {
  readonly title: string;
  readonly host: string;
  readonly category: string;
  readonly space: string;
  readonly layout: Layout;
  readonly people: number;
  readonly on: string;
  readonly from: string;
  readonly to: string;
  /** Weeks between dates and the last day; null goes on without end. */
  readonly weekly?: readonly [everyWeeks: number, until: string | null];
  readonly equipment?: Readonly<Record<string, number>>;
  /** Services wanted, with the answers to their questions in order. */
  readonly services?: Readonly<Record<string, readonly string[]>>;
  /** A space indoors that is kept for it, for an event outdoors. */
  readonly indoors?: string;
  readonly text?: string;
  readonly notes?: string;
  /** Stays on the desk; `decline` and `cancel` say what else becomes of it. Approved where clear otherwise. */
  readonly fate?: 'waits' | 'declined' | 'cancel-one' | 'cancelled';
}
