import type { AskedFacts } from '@/core/checks/asked';
import type { Side } from '@/core/checks/rules/rule';
import type { ClaimId, OccurrenceId } from '@/core/ids';
import type { DateInTrouble } from '@/core/alternatives/of-date';
import type { RequestRow } from '../../repositories/requests/request-rows';

/** The dates of one request that could still be otherwise, with what stands against each. */
export interface Looked {
  readonly dates: readonly DateInTrouble[];
  /** Dates alternatives are looked for, where not for all. */
  readonly picked: ReadonlySet<string> | null;
  /** The stored request; null in a form. */
  readonly request: RequestRow | null;
  /** Its dates and the claims they stand by, by key. */
  readonly occurrences: ReadonlyMap<string, OccurrenceId>;
  readonly claims: ReadonlyMap<string, ClaimId>;
  /** Claims these dates have now, which would be replaced. */
  readonly except: readonly ClaimId[];
  readonly asked: AskedFacts;
  readonly side: Side;
}
