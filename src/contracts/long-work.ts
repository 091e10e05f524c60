/** How far work has come, in pieces of its own; `of` is 0 while it waits for its turn. */
export interface Progress {
  readonly done: number;
  readonly of: number;
}

/** What somebody has ordered that takes long, in the order in which it came; empty where nothing is going on. */
export interface LongWorkReply {
  readonly works: readonly Progress[];
}
