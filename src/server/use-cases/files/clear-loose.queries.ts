import { query } from '../../db/statement';
import { File } from '../../db/tables/requests';

export const LOOSE_FILES = query({
  sql: 'SELECT stored_as FROM file WHERE request_id IS NULL AND message_id IS NULL AND uploaded_min < $limit',
  bind: { limit: File.uploaded_min },
  row: { stored_as: File.stored_as },
});
