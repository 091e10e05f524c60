/** Tables whose every change is in the history, with the columns that name a row. */
export const TRACKED = {
  request: ['id'],
  request_host: ['request_id', 'organisation_id'],
  request_category: ['request_id', 'category_id'],
  request_line: ['request_id', 'position'],
  request_answer: ['request_id', 'question_id'],
  request_calendar: ['request_id', 'calendar_id'],
  notice: ['request_id'],
  segment: ['id'],
  segment_date: ['segment_id', 'recurrence_local'],
  occurrence: ['id'],
  claim: ['id'],
  claim_space: ['id'],
  claim_equipment: ['id'],
  claim_service: ['id'],
  claim_override: ['claim_id', 'rule', 'subject'],
  consent: ['claim_id', 'steward_id'],
  turnover_link: ['before_claim_space_id'],
  work_order: ['id'],
  work_order_version: ['order_id', 'version'],
  order_note: ['id'],
} as const satisfies Record<string, readonly string[]>;

export type TrackedTable = keyof typeof TRACKED;
export type Row = Readonly<Record<string, string | number | null>>;

/** How a row is named in the history: its key values joined. */
export const entityId = (table: TrackedTable, row: Row): string =>
  (TRACKED[table] as readonly string[]).map((column) => row[column]).join('/');
