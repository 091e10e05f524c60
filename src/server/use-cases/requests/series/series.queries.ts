import { query } from '../../../db/statement';
import { flag, integer } from '../../../db/tables/column';
import { Segment, SegmentDate } from '../../../db/tables/requests';

export const SEGMENT = query({
  sql: 'SELECT id, no, uid, rrule, endless FROM segment WHERE id = $id',
  bind: { id: Segment.id },
  row: { id: Segment.id, no: Segment.no, uid: Segment.uid, rrule: Segment.rrule, endless: flag() },
});

export const NEXT_SEGMENT_NO = query({
  sql: 'SELECT COALESCE(MAX(no), 0) + 1 AS no FROM segment WHERE request_id = $id',
  bind: { id: Segment.request_id },
  row: { no: integer() },
});

export const DATES_BESIDE_FROM = query({
  sql: 'SELECT * FROM segment_date WHERE segment_id = $id AND recurrence_local >= $key',
  bind: { id: SegmentDate.segment_id, key: SegmentDate.recurrence_local },
  row: SegmentDate,
});
