import type { Writer } from '../../db/connection';
import { writeJson } from '../../db/tables/column';
import { Calendar } from '../../db/tables/publishing';

/** What the application keeps a calendar for by itself. */
export interface KeptFor {
  readonly kind: 'space' | 'host' | 'person';
  readonly ref: number;
}

/** Makes the calendars of these that there are none of yet; no page leads to them, only their feeds. */
export const addKeptCalendars = (tx: Writer, of: readonly KeptFor[]): Promise<void> =>
  tx.table(Calendar).addMissing(
    of.map(({ kind, ref }) => ({
      slug: `.${kind}-${ref}`,
      name: '',
      filter: writeJson({}),
      position: 0,
      kind,
      ref_id: ref,
    })),
  );
