'use client';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import type { Column } from '../table/order';
import { Table } from '../table/table';
import { Shown } from './shown';

type Order = 'title' | 'people';
interface Line {
  readonly title: string;
  readonly people: number;
  readonly group: string;
}

const lines = (): Line[] => [
  { title: t`round tables`, people: 40, group: t`Layout` },
  { title: t`rows of chairs`, people: 12, group: t`Layout` },
];

const columns = (): Column<Line, Order>[] => [
  { id: 'title', head: t`Title`, order: 'title', cell: ({ title }) => title },
  {
    id: 'people',
    head: t`People`,
    order: 'people',
    isDown: true,
    isNumber: true,
    cell: ({ people }) => people,
  },
];

const BY: Readonly<Record<Order, (a: Line, b: Line) => number>> = {
  title: (a, b) => a.title.localeCompare(b.title),
  people: (a, b) => b.people - a.people,
};

export function TableShown() {
  const [order, setOrder] = useState<Order>('title');
  return (
    <Shown name="Table">
      <Table<Line, Order>
        label={t`Space`}
        columns={columns()}
        lines={lines().sort(BY[order])}
        order={order}
        onOrder={setOrder}
        keyOf={({ title }) => title}
        groupOf={({ group }) => group}
      />
    </Shown>
  );
}
