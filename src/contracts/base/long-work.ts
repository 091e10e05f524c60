/** How far work has come, in pieces of its own; `of` is 0 where it has told nothing yet. */
export interface Progress {
  readonly done: number;
  readonly of: number;
}

/** What long work does: look, try on a copy, or change the office. */
export type LongWorkKind = 'reads' | 'previews' | 'writes';

/** Long work of one's own that goes on, with what it is. */
export interface OwnLongWork extends Progress {
  readonly kind: LongWorkKind;
  readonly isWaiting: boolean;
}

/** What somebody has ordered that takes long; empty where nothing is going on. */
export interface LongWorkReply {
  readonly works: readonly OwnLongWork[];
}
