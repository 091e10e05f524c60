'use client';
import { t } from '@/contracts/language/translate';
import type { LedgerLine } from '@/contracts/publishing/ledger';
import { TOLD_AS_WORDS } from '@/contracts/publishing/words';
import Link from '@/ui/kit/link';
import { Mark } from '@/ui/kit/mark';
import type { Column } from '@/ui/kit/table/order';
import { Table } from '@/ui/kit/table/table';

const columns = (): Column<LedgerLine>[] => [
  {
    id: 'calendar',
    head: t`Calendar`,
    cellClass: 'whitespace-nowrap',
    cell: ({ mark, hue, calendar }) => (
      <>
        <Mark mark={mark} hue={hue} /> {calendar}
      </>
    ),
  },
  {
    id: 'event',
    head: t`Event`,
    cell: ({ reference, title }) => <Link href={`/desk/${reference}`}>{title}</Link>,
  },
  { id: 'when', head: t`Date`, cell: ({ when }) => when },
  { id: 'shown', head: t`Shown since`, cell: ({ shownAt }) => shownAt },
  { id: 'gone', head: t`Gone since`, cell: ({ goneAt }) => goneAt || t`stands` },
  { id: 'told', head: t`Told as`, cell: ({ toldAs }) => toldAs && TOLD_AS_WORDS[toldAs] },
  { id: 'until', head: t`Told until`, cell: ({ owedUntil }) => owedUntil },
];

/** What readers were shown, the latest first. */
export const LedgerTable = ({ lines }: { lines: readonly LedgerLine[] }) => (
  <Table
    label={t`Lines of the ledger`}
    columns={columns()}
    lines={lines}
    keyOf={({ calendar, reference, when, shownAt }) => `${calendar} ${reference} ${when} ${shownAt}`}
  />
);
