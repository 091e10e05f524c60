import type { Outcome } from '@/contracts/base/refusal';
import type { Viewer } from '@/core/publishing/right-to-know';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { OwnSettings } from '@/contracts/language/own-settings';
import type { LongWorkKind, Progress } from '@/contracts/base/long-work';
import type { Context } from './context';

/** Above so many dates work is done in a process beside the server: others are answered meanwhile as if it were not there. */
export const MOST_DATES_HERE = 200;

export type LongWorkName =
  | 'check-request'
  | 'ways-out'
  | 'desk-lines'
  | 'desk-request'
  | 'read-request'
  | 'submit-request'
  | 'change-dates'
  | 'undo-change'
  | 'split-series'
  | 'save-thing'
  | 'do-with-thing'
  | 'csv-in'
  | 'shut-holidays'
  | 'save-recipe'
  | 'retire-recipe'
  | 'look-at-arrived'
  | 'print-pages'
  | 'print-pdf';

export interface LongWork {
  readonly name: LongWorkName;
  /** What the use case is given beside its context; plain data. */
  readonly args: readonly unknown[];
  /**
   * `reads` changes nothing and can be cut off anywhere; `previews` changes a throw-away copy of the database; `writes`
   * changes the database, and is stopped only before it keeps what it did.
   */
  readonly kind: LongWorkKind;
  /** Somebody looks at an empty page meanwhile: before what else waits. */
  readonly isFirst?: boolean;
  /** Nobody waits for it before they go on: it never takes the last process that is free. */
  readonly isPatient?: boolean;
}

/** Does work in a process beside the server. The one there has none itself. */
export type SendOut = <Value>(ctx: Context, work: LongWork) => Promise<Outcome<Value>>;

/** The same for work that tells what it finds line by line. */
export type SendOutLines = <Line>(ctx: Context, work: LongWork) => Promise<Outcome<AsyncGenerator<Line>>>;

/** Does work beside the server where it is long and there is such a process; else here. */
export const beside = <Value>(
  ctx: Context,
  work: LongWork & { readonly isLong: boolean },
  here: () => Promise<Outcome<Value>>,
): Promise<Outcome<Value>> => (work.isLong && ctx.sendOut ? ctx.sendOut<Value>(ctx, work) : here());

/** The same for a page: where no process takes it, it is done here after all. */
export async function besideForPage<Value>(
  ctx: Context,
  work: Pick<LongWork, 'name' | 'args'> & { readonly isLong: boolean },
  here: () => Promise<Value>,
): Promise<Value> {
  if (!work.isLong || !ctx.sendOut) return here();
  const outcome = await ctx.sendOut<Value>(ctx, { ...work, kind: 'reads', isFirst: true });
  return outcome.ok ? outcome.value : here();
}

/** Work as it is sent to the process: whoever it is for goes along. */
export interface WorkOrder {
  readonly no: number;
  readonly name: LongWorkName;
  readonly args: readonly unknown[];
  readonly onCopy: boolean;
  readonly viewer: Viewer | null;
  readonly now: EpochMinute;
  readonly settings: OwnSettings;
}

export type ToProcess =
  { readonly kind: 'order'; readonly order: WorkOrder } | { readonly kind: 'stop'; readonly no: number };

export type FromProcess =
  | { readonly kind: 'progress'; readonly no: number; readonly progress: Progress }
  | { readonly kind: 'line'; readonly no: number; readonly line: unknown }
  | { readonly kind: 'outcome'; readonly no: number; readonly outcome: Outcome<unknown> }
  | { readonly kind: 'failed'; readonly no: number; readonly stack: string };
