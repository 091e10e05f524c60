import { t } from '@/contracts/language/translate';
import { stringify } from 'csv-stringify/sync';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { toLocal } from '@/core/time/zone';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { ONLY_FOR } from '../../../auth/policy';
import type { AnyRow } from '../../../repositories/changes/change-set';
import type { SignedInContext } from '../../../context/context';
import { accessTo } from '../../access/request-access';
import { loadRequest } from '../../../repositories/requests/request-rows';
import { turnsOfMany, whatOf, type ChangeOfRequest } from '../../../repositories/requests/since';
import { HISTORY_OF_REQUEST } from './own.queries';
import { JsonText, readJson } from '../../../db/tables/column';

interface HistoryRow extends ChangeOfRequest {
  readonly at: EpochMinute;
  readonly who: string | null;
  readonly reason: string;
  readonly entity: string | null;
  readonly entityId: string | null;
  readonly before: JsonText<AnyRow> | null;
  readonly after: JsonText<AnyRow> | null;
}

/** Bookkeeping that tells a reader nothing. */
const NOT_TOLD: readonly string[] = ['row_version', 'id', 'as_asked'];

/** From what to what, a line for each column; a row that came or went is told by its values. */
function changesIn({ before, after }: HistoryRow): { column: string; from: string; to: string }[] {
  const [old, now] = [before && readJson(before), after && readJson(after)];
  const columns = Object.keys({ ...old, ...now }).filter((column) => !NOT_TOLD.includes(column));
  return columns.flatMap((column) => {
    const [from, to] = [String(old?.[column] ?? ''), String(now?.[column] ?? '')];
    return from === to ? [] : [{ column, from, to }];
  });
}

const HEAD = ['at', 'who', 'what', 'why', 'record', 'field', 'before', 'after'] as const;

/**
 * The whole history of a request as CSV (RFC 4180), oldest first: each change, and each field it changed. Times are
 * local to the request. Cells that a spreadsheet would calculate are made harmless.
 */
export async function historyTable(ctx: SignedInContext, reference: string): Promise<Outcome<string>> {
  const request = await loadRequest(ctx.db, reference);
  if (!request) return refuse({ code: 'not-found', what: t`request with this reference` });
  const access = await accessTo(ctx, request);
  if (access !== 'own' && access !== 'office')
    return refuse({ code: 'not-allowed', what: ONLY_FOR['request.read'] });
  const rows = await ctx.db.all(HISTORY_OF_REQUEST, { request: request.id });
  const turns = await turnsOfMany(ctx.db, rows);
  const lines = rows.flatMap((row) => {
    const common = [toLocal(row.at, request.tzid), row.who ?? t`the clock`, whatOf(row, turns), row.reason];
    const record = row.entity === null ? '' : `${row.entity} ${row.entityId}`;
    const changes = row.entity === null ? [] : changesIn(row);
    return changes.length
      ? changes.map(({ column, from, to }) => [...common, record, column, from, to])
      : [[...common, record, '', '', '']];
  });
  return done(stringify([[...HEAD], ...lines], { escape_formulas: true, record_delimiter: '\r\n' }));
}
