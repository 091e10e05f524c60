'use client';
import { t, tAs } from '@/contracts/language/translate';
import type { MailLine } from '@/contracts/accounts/outbox';
import { MAIL_STATE_WORDS } from '@/contracts/words/mail';
import Link from '@/ui/kit/link';
import type { Column } from '@/ui/kit/table/order';
import { Table } from '@/ui/kit/table/table';

const columns = (): Column<MailLine>[] => [
  {
    id: 'subject',
    head: t`Message`,
    cell: ({ id, subject }) => (
      <Link href={`/outbox/${id}`} className="font-semibold">
        {subject}
      </Link>
    ),
  },
  { id: 'to', head: tAs('letter')`To`, cell: ({ to }) => to },
  {
    id: 'reference',
    head: t`Reference`,
    cellClass: 'whitespace-nowrap',
    cell: ({ reference }) =>
      reference ? <Link href={`/desk/${reference}`}>{reference}</Link> : t`an account`,
  },
  {
    id: 'state',
    head: t`State`,
    cell: ({ state, whenText }) => (
      <span className={state === 'sent' ? 'text-soft' : 'font-semibold'}>
        {state === 'waits' ? t`${MAIL_STATE_WORDS.waits} until` : MAIL_STATE_WORDS[state]} {whenText}
      </span>
    ),
  },
];

/** Letters, the newest first. */
export const OutboxTable = ({ lines }: { lines: readonly MailLine[] }) => (
  <Table label={t`Messages`} columns={columns()} lines={lines} keyOf={({ id }) => String(id)} />
);
