import type { Viewer } from '@/core/publishing/right-to-know';
import type { Progress } from '@/contracts/base/long-work';
import type { Clock } from '../platform/clock';
import type { Database } from '../db/connection';
import type { SendOut, SendOutLines } from './long-work';
import type { CountWork } from './work-of-strangers';

/** What a use case is given from outside; nothing else reaches past it. */
export interface Context {
  readonly db: Database;
  readonly clock: Clock;
  /** [0, 1): references and demo data draw from it. */
  readonly random: () => number;
  /** Universally unique, for iCalendar UIDs and session ids. */
  readonly newId: () => string;
  readonly viewer: Viewer | null;
  /** Where a request comes from, for limits by source; jobs and scripts have none. */
  readonly source?: string;
  /** Counts what strangers have done for them; left out where nobody asks from outside. */
  readonly countWork?: CountWork;
  /** Does what takes long beside the server; left out in that process itself, in jobs and scripts. */
  readonly sendOut?: SendOut;
  readonly sendOutLines?: SendOutLines;
  /** Puts another whole house, made in a folder, into the place of this one; only the server itself can. */
  readonly replaceOffice?: (folder: string) => Promise<void>;
  /** Fires when nobody waits for the answer any more. */
  readonly signal?: AbortSignal;
  /** Told how far long work has come. */
  readonly progress?: (progress: Progress) => void;
}

export interface SignedInContext extends Context {
  readonly viewer: Viewer;
}

/** @throws Error in scripts and jobs, which bring in no houses */
export function officeReplacer({ replaceOffice }: Context): (folder: string) => Promise<void> {
  if (!replaceOffice) throw new Error('only the server puts another house into its place');
  return replaceOffice;
}

/** @throws Error where the action's policy lets in people without an account: a mistake of the route. */
export function signedIn(ctx: Context): SignedInContext {
  if (!ctx.viewer) throw new Error('this action needs a policy that asks for an account');
  return { ...ctx, viewer: ctx.viewer };
}
