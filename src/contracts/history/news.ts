import { z } from 'zod';

/** How far somebody has seen what changed: as the last answer had it. */
export const newsQuerySchema = z.object({ since: z.coerce.number().int().min(0).max(1e12).catch(0) });

/** What somebody else did last, for the office. */
export interface NewsBy {
  readonly who: string;
  readonly what: string;
  /** Of the one request it is about; null where it is about several or none. */
  readonly reference: string | null;
}

export interface NewsReply {
  /** Another one each time anything has changed. */
  readonly version: string;
  /** Another one each time the office itself has: its spaces, rules, people. */
  readonly office: string;
  /** The number of the last change, to ask from. */
  readonly last: number;
  /** Null where nothing was done by others since, and for those who do not decide. */
  readonly by: NewsBy | null;
}
