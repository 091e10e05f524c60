import { z } from 'zod';
import type { PersonId, RequestId } from '@/core/ids';
import { SEEN_BY } from '../../repositories/names';
import { jsonQuery, query } from '../../db/statement';
import { numberOf } from '../../db/shapes';
import { integer, rowNumber, json } from '../../db/tables/column';
import { seeingRoles } from '../../db/tables/contents';
import { File, Occurrence, Request, Thread } from '../../db/tables/requests';

// A file of a message belongs to the request the message is about.
export const FILE_BY_KEY = query({
  sql: `SELECT f.key, f.name, f.bytes, f.stored_as, f.owner_id, COALESCE(f.request_id, t.request_id) AS request_id, t.kind AS thread
  FROM file f LEFT JOIN message m ON m.id = f.message_id LEFT JOIN thread t ON t.id = m.thread_id WHERE f.key = $key`,
  bind: { key: File.key },
  row: {
    key: File.key,
    name: File.name,
    bytes: File.bytes,
    stored_as: File.stored_as,
    owner_id: File.owner_id,
    request_id: rowNumber<RequestId>().orNull(),
    thread: Thread.kind.orNull(),
  },
});

export const COUNT_LOOSE = query({
  sql: 'SELECT COUNT(*) AS count FROM file WHERE owner_id = $me AND request_id IS NULL AND message_id IS NULL AND key <> $key',
  bind: { me: File.owner_id, key: File.key },
  row: { count: integer() },
});

export const WHO_SEES_CLAIMS = query({
  sql: `SELECT DISTINCT ${SEEN_BY} AS seenBy FROM claim c JOIN occurrence o ON o.id = c.occurrence_id WHERE o.request_id = $request AND c.status <> 'released'`,
  bind: { request: Occurrence.request_id },
  row: { seenBy: json(z.array(seeingRoles)) },
});

export const WHOSE_REQUEST = jsonQuery({
  sql: `SELECT json_object('id', r.id, 'requesterId', r.requester_id, 'deputies', (SELECT json_group_array(d.deputy_id) FROM deputy d WHERE d.person_id = r.requester_id)) AS json
     FROM request r WHERE r.id = $id`,
  bind: { id: Request.id },
  value: z.object({
    id: numberOf<RequestId>(),
    requesterId: numberOf<PersonId>(),
    deputies: z.array(numberOf<PersonId>()),
  }),
});
