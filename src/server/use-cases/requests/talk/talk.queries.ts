import { THREAD_KINDS } from '@/contracts/requests/talk';
import { z } from 'zod';
import type { PersonId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { jsonQuery, query } from '../../../db/statement';
import { numberOf, zeroOrOne } from '../../../db/shapes';
import { integer } from '../../../db/tables/column';
import { Message, Thread } from '../../../db/tables/requests';

export const MESSAGES = jsonQuery({
  sql: `SELECT json_group_array(json_object('id', m.id, 'kind', t.kind, 'who', p.name, 'authorId', p.id, 'at', m.at_min, 'text', m.text, 'isQuestion', m.is_question,
  'isOffice', EXISTS (SELECT 1 FROM role_grant g WHERE g.person_id = p.id AND g.role = 'manager'),
  'files', (SELECT json_group_array(json_object('key', f.key, 'name', f.name, 'bytes', f.bytes) ORDER BY f.id) FROM file f WHERE f.message_id = m.id)) ORDER BY m.id) AS json
FROM thread t JOIN message m ON m.thread_id = t.id JOIN person p ON p.id = m.author_id WHERE t.request_id = $request AND (t.kind = 'with-requester' OR $office)`,
  bind: { request: Thread.request_id, office: integer() },
  value: z.array(
    z.object({
      id: z.number(),
      kind: z.enum(THREAD_KINDS),
      who: z.string(),
      authorId: numberOf<PersonId>(),
      isOffice: zeroOrOne,
      at: numberOf<EpochMinute>(),
      text: z.string(),
      isQuestion: zeroOrOne,
      files: z.array(z.object({ key: z.string(), name: z.string(), bytes: z.number() })),
    }),
  ),
});

export const MESSAGE_BY_KEY = query({
  sql: 'SELECT 1 AS one FROM message WHERE key = $key',
  bind: { key: Message.key },
  row: { one: integer() },
});
