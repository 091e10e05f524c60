import type { Rule } from '@/core/checks/rules/all';
import type { ClaimId, OccurrenceId, RequestId, SpaceId } from '@/core/ids';
import type { RowOf, Table } from '../../db/tables/table';
import type { HistoryLine } from './change-set';

/** What a change has altered beside the rows of which it keeps the history, told by whoever altered it. */
export type Cause =
  /** Spaces that are made of other parts than before. */
  | { readonly kind: 'composition'; readonly spaces: readonly SpaceId[] }
  /** Minutes for which equipment is away from its store. */
  | { readonly kind: 'moving-minutes'; readonly type: number }
  /** A template, as it was or as it is; one that names nothing is about all dates to come. */
  | {
      readonly kind: 'recipe';
      readonly services: readonly number[];
      readonly equipment: readonly number[];
      readonly spaces: readonly number[];
      readonly categories: readonly number[];
    }
  /** What the orders of dates quote: something of the house, or work asked for by hand. */
  | { readonly kind: 'work'; readonly dates: readonly OccurrenceId[] }
  /** A calendar: which requests it shows. */
  | { readonly kind: 'calendar' }
  /** What readers may see of requests: by what of the house calendars pick, with time, or because somebody says so. */
  | { readonly kind: 'readers'; readonly requests: readonly RequestId[] }
  /** Claims in force that something may have put in doubt by these rules, or out of it. */
  | { readonly kind: 'doubt'; readonly claims: readonly ClaimId[]; readonly rules: readonly Rule[] };

export type CauseOf<Kind extends Cause['kind']> = Extract<Cause, { readonly kind: Kind }>;

/** What a change has altered since its effects were last brought in line. */
export interface News {
  lines<T extends Table>(table: T): readonly HistoryLine<RowOf<T>>[];
  causes<Kind extends Cause['kind']>(kind: Kind): readonly CauseOf<Kind>[];
}
