'use client';
import { t } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo } from 'react';
import type { DeskLine } from '@/contracts/decisions/desk';
import { NEARNESS_WORDS } from '@/contracts/words/desk';
import { usePicking, type PickBox } from '@/ui/hooks/use-picking';
import Link from '@/ui/kit/link';
import { Mark } from '@/ui/kit/mark';
import type { Column } from '@/ui/kit/table/order';
import { Table } from '@/ui/kit/table/table';
import type { DeskFilter } from './desk-filter';
import { HandledBy } from './handled-by';
import { LineStamps } from './line-stamps';
import { rememberWalk } from './walk';

function DatesCell({ line }: { line: DeskLine }) {
  return (
    <>
      {line.nextText}
      <span className="block text-note text-soft">
        {[
          line.whenText === line.nextText ? '' : line.whenText,
          line.stateText === 'waiting' ? '' : line.stateText,
        ]
          .filter(Boolean)
          .join('; ')}
      </span>
      <LineStamps line={line} />
    </>
  );
}

function LossCell({ line }: { line: DeskLine }) {
  return (
    <>
      <span className={`block font-serif text-base leading-snug ${line.loss?.isOver ? 'text-conflict' : ''}`}>
        {line.loss?.when ?? line.waitText}
      </span>
      <span className="block text-note text-soft">
        {line.loss?.what ?? t`begins`}
        <span className="block">
          {line.isAnswerAwaited ? t`waits for an answer` : t`asked ${line.askedText}`}
        </span>
      </span>
    </>
  );
}

const TitleCell = ({ line }: { line: DeskLine }) => (
  <span className="flex items-start gap-2">
    <Mark mark={line.mark} hue={line.hue} className="mt-0.5" />
    <span>
      <Link href={`/desk/${line.reference}`} className="font-semibold">
        {line.title}
      </Link>
      <span className="block text-note text-soft">
        {line.host}, {line.requester} · <span className="whitespace-nowrap">{line.reference}</span>
      </span>
    </span>
  </span>
);

type DeskColumn = Column<DeskLine, DeskFilter['order']>;

const columnsOf = (boxOf: (reference: string) => PickBox<string>): DeskColumn[] => [
  {
    id: 'pick',
    head: t`Pick`,
    isHeadHidden: true,
    cell: (line) => (
      <input
        {...boxOf(line.reference)}
        className="size-6 accent-(--accent)"
        aria-label={t`Pick ${line.title}`}
      />
    ),
  },
  {
    id: 'loss',
    head: t`Urgency`,
    order: 'loss',
    cellClass: 'w-36',
    cell: (line) => <LossCell line={line} />,
  },
  { id: 'title', head: t`Request`, order: 'title', cell: (line) => <TitleCell line={line} /> },
  { id: 'begins', head: t`Dates`, order: 'begins', cell: (line) => <DatesCell line={line} /> },
  { id: 'places', head: t`Space`, cell: (line) => line.places },
  {
    id: 'people',
    head: t`People`,
    order: 'people',
    isDown: true,
    isNumber: true,
    cell: (line) => line.people,
  },
  { id: 'handler', head: t`Assigned to`, cellClass: 'w-28', cell: (line) => <HandledBy {...line} /> },
];

interface DeskTableProps {
  readonly lines: readonly DeskLine[];
  readonly order: DeskFilter['order'];
  onOrder(order: DeskFilter['order']): void;
  readonly picked: ReadonlySet<string>;
  onPick(references: ReadonlySet<string>): void;
}

/**
 * What waits, a line each; by urgency with a head over each step. The title leads to the decision; boxes pick, with Shift
 * a range; arrows go from box to box, Enter opens.
 */
export function DeskTable({ lines, order, onOrder, picked, onPick }: DeskTableProps) {
  const router = useRouter();
  useEffect(() => rememberWalk(lines.map(({ reference, title }) => ({ reference, title }))), [lines]);
  const references = useMemo(() => lines.map(({ reference }) => reference), [lines]);
  const { list, boxOf } = usePicking<string, HTMLTableSectionElement>({ order: references, picked, onPick });
  return (
    <Table
      label={t`Waiting requests`}
      columns={columnsOf(boxOf)}
      lines={lines}
      order={order}
      onOrder={onOrder}
      keyOf={({ reference }) => reference}
      groupOf={({ step }) => (order === 'loss' ? NEARNESS_WORDS[step] : null)}
      isMarked={({ reference }) => picked.has(reference)}
      bodyRef={list}
      onKeyDown={({ key, target }) => {
        const { pick } = (target as HTMLElement).dataset;
        if (key === 'Enter' && pick) router.push(`/desk/${pick}`);
      }}
    />
  );
}
