import { queryFamily } from '../../db/statement';
import { integer, text } from '../../db/tables/column';
import { Person } from '../../db/tables/people';
import { Outbox } from '../../db/tables/records';

const READABLE = {
  all: '1',
  'about requests': 'x.request_id IS NOT NULL',
  'about accounts': 'x.request_id IS NULL',
  none: '0',
} as const;
/** Which letters somebody may read. */
export type Readable = keyof typeof READABLE;
// Who may read none is given no row by any of them.
const samples = ['all', 'about requests', 'about accounts'] as const satisfies readonly Readable[];

export const MAIL_ROW = {
  id: Outbox.id,
  payload: Outbox.payload,
  name: text(),
  email: text(),
  createdMin: Outbox.created_min,
  sendAfter: Outbox.send_after_min,
  sentAt: Outbox.sent_at_min,
  takenBackAt: Outbox.withdrawn_at_min,
};

const mails = (readable: Readable) =>
  `SELECT x.id, x.payload, COALESCE(p.name, x.to_name) AS name, COALESCE(p.email, x.to_email) AS email, x.created_min AS createdMin,
  x.send_after_min AS sendAfter, x.sent_at_min AS sentAt, x.withdrawn_at_min AS takenBackAt
  FROM outbox x LEFT JOIN person p ON p.id = x.to_person_id WHERE ${READABLE[readable]}`;

/** So many are listed on a page. */
export const ON_A_PAGE = 200;

export const NEWEST_MAIL = queryFamily({
  samples,
  sql: (readable: Readable) => `${mails(readable)} ORDER BY x.id DESC LIMIT ${ON_A_PAGE} OFFSET $before`,
  bind: { before: integer() },
  row: MAIL_ROW,
});

export const MAIL_BY_ID = queryFamily({
  samples,
  sql: (readable: Readable) => `${mails(readable)} AND x.id = $id`,
  bind: { id: Outbox.id },
  row: MAIL_ROW,
});

export const MAIL_ABOUT_ACCOUNT = queryFamily({
  samples: ['all', 'about accounts'],
  sql: (readable: Readable) =>
    `${mails(readable)} AND x.request_id IS NULL AND x.to_person_id = $person ORDER BY x.id DESC LIMIT 5`,
  bind: { person: Person.id.plain() },
  row: MAIL_ROW,
});

export const COUNT_MAIL = queryFamily({
  samples,
  sql: (readable: Readable) =>
    `SELECT COUNT(*) AS total, COUNT(*) FILTER (WHERE sent_at_min IS NULL AND withdrawn_at_min IS NULL) AS waiting FROM outbox x WHERE ${READABLE[readable]}`,
  row: { total: integer(), waiting: integer() },
});
