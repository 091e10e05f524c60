import { t, texts } from '@/contracts/language/translate';
import type { CrewDay, OrderItem, OrderView } from '@/contracts/work-orders/orders';
import type { StoreLine, StoresDay } from '@/contracts/work-orders/stores';
import type { TeamWeek, WeekView } from '@/contracts/work-orders/week-load';
import type { Cell, Column, Part } from '@/core/printing/sheet';

/** A sheet as parts of a print and as the rows of a table. */
export interface SetupsSheet {
  readonly parts: readonly Part[];
  readonly rows: readonly (readonly string[])[];
}

const itemText = ({ name, quantity, store }: OrderItem): string =>
  `${quantity ?? '?'} × ${name}${store ? ` (${store})` : ''}`;

/** Everything an order says beside its time and place, a line each. */
function detailsOf(order: OrderView): string[] {
  const { turnover } = order;
  return [
    ...(turnover
      ? [
          turnover.kindText,
          turnover.beforeText,
          turnover.stays.length ? t`stays: ${turnover.stays.map(itemText).join(', ')}` : '',
          turnover.takeAway.length ? t`goes: ${turnover.takeAway.map(itemText).join(', ')}` : '',
        ]
      : []),
    ...order.equipment.map(itemText),
    ...order.answers.map(({ question, answer }) => `${question} ${answer}`),
    order.phase === 'strike' ? '' : order.notes,
    ...order.told.map(({ label, text }) => `${label}: ${text}`),
    ...order.checklist.map(({ line, isTicked }) => `${isTicked ? '[x]' : '[  ]'} ${line}`),
    ...order.said.map(
      ({ kind, text, who }) => t`${kind === 'problem' ? t`Problem` : t`Note`} of ${who}: ${text}`,
    ),
  ].filter(Boolean);
}

const whenOf = ({ phase, fromText, dueText }: OrderView): string =>
  phase === 'attendance' ? `${fromText}–${dueText}` : t`by ${dueText}\nfree from ${fromText}`;

const roomOf = ({ layout, people, wheelchairs }: OrderView): string =>
  [layout, t`for ${people}`, wheelchairs ? t`${wheelchairs} in wheelchairs` : ''].filter(Boolean).join(', ');

const DAY: readonly Column[] = texts([
  { title: 'When', share: 1.5 },
  { title: 'Where', share: 1.9 },
  { title: 'What', share: 2.3 },
  { title: 'With', share: 3 },
  { title: 'Done', share: 0.7 },
]);

function rowOf(order: OrderView): Cell[] {
  const who = [order.phaseText, order.team, order.person].filter(Boolean).join(' · ');
  const version = order.contentVersion > 1 ? t`version ${order.contentVersion}` : '';
  return [
    { text: whenOf(order), isBold: true },
    { text: [order.place, order.building, who].filter(Boolean).join('\n') },
    {
      text: [order.title, roomOf(order), order.eventTitle, order.reference, version]
        .filter(Boolean)
        .join('\n'),
    },
    { text: detailsOf(order).join('\n') },
    { text: order.state === 'done' ? t`done` : '[   ]' },
  ];
}

// Columns of tables for programs are called the same in every language.
const ORDER_HEAD = [
  'day', 'from', 'due', 'kind', 'team', 'person', 'place', 'building', 'work', 'layout', 'people', 'event', 'reference',
  'version', 'state', 'with',
]; // prettier-ignore

const tableRow = (order: OrderView, day: string): string[] => [
  day,
  order.fromText,
  order.dueText,
  order.phaseText,
  order.team,
  order.person ?? '',
  order.place,
  order.building,
  order.title,
  order.layout,
  String(order.people),
  order.eventTitle,
  order.reference,
  String(order.contentVersion),
  order.state,
  detailsOf(order).join('; '),
];

const ordersPart = (orders: readonly OrderView[]): Part =>
  orders.length
    ? { kind: 'table', columns: DAY, rows: orders.map(rowOf) }
    : { kind: 'text', text: t`No work orders are due.` };

/** The work of a day in order of time, and what is not to be done any more. */
export function daySheet(day: CrewDay): SetupsSheet {
  const givenUp: Part[] = day.givenUp.length
    ? [
        { kind: 'heading', text: t`Not needed any more` },
        {
          kind: 'table',
          columns: [
            { title: '', share: 1 },
            { title: '', share: 5 },
          ],
          rows: day.givenUp.map(({ dueText, phaseText, place, eventTitle, reference }) => [
            { text: dueText, isStruck: true },
            { text: `${phaseText}, ${place}: ${eventTitle} · ${reference}`, isStruck: true },
          ]),
        },
      ]
    : [];
  return {
    parts: [ordersPart(day.orders), ...givenUp],
    rows: [ORDER_HEAD, ...[...day.orders, ...day.givenUp].map((order) => tableRow(order, day.date))],
  };
}

/** One order with all it says; `floor` is the room as it is to be set. */
export function orderSheet(order: OrderView, date: string, floor: readonly Part[]): SetupsSheet {
  const facts: readonly (readonly [string, string])[] = [
    [t`Where`, `${order.place}, ${order.building}`],
    [order.phase === 'attendance' ? t`Be there` : t`Done by`, whenOf(order)],
    [t`Set`, roomOf(order)],
    [t`Team`, [order.team, order.person].filter(Boolean).join(', ')],
    [t`Event`, `${order.eventTitle} · ${order.reference}`],
    [t`Version`, String(order.contentVersion)],
    [t`State`, order.doneText ? t`done ${order.doneText}` : order.state],
  ];
  return {
    parts: [
      {
        kind: 'table',
        columns: [
          { title: '', share: 1 },
          { title: '', share: 5 },
        ],
        rows: facts.map(([name, text]) => [{ text: name, isBold: true }, { text }]),
      },
      ...(order.changes.length
        ? [
            { kind: 'heading' as const, text: t`Changed since it was read` },
            { kind: 'text' as const, text: order.changes.join('\n') },
          ]
        : []),
      { kind: 'heading', text: t`With` },
      { kind: 'text', text: detailsOf(order).join('\n') || t`Nothing to carry.` },
      ...floor,
    ],
    rows: [ORDER_HEAD, tableRow(order, date)],
  };
}

const loadRow = ({ name, cells }: TeamWeek): Cell[] => [
  { text: name, isBold: true },
  ...cells.map((cell) => ({ text: cell.workMin || cell.shiftMin ? cell.text : '–', isBold: cell.isShort })),
];

/** The load of all teams, then the work day by day. */
export function weekSheet(week: WeekView, days: readonly CrewDay[]): SetupsSheet {
  const columns: Column[] = [
    { title: t`Team`, share: 1.2 },
    ...week.days.map(({ text }) => ({ title: text, share: 1 })),
  ];
  return {
    parts: [
      { kind: 'table', columns, rows: week.teams.map(loadRow) },
      ...days.flatMap((day): Part[] => [{ kind: 'heading', text: day.dateText }, ordersPart(day.orders)]),
    ],
    rows: [ORDER_HEAD, ...days.flatMap((day) => day.orders.map((order) => tableRow(order, day.date)))],
  };
}

const STORE: readonly Column[] = texts([
  { title: 'When', share: 1.2 },
  { title: 'How many', share: 0.9 },
  { title: 'What', share: 2.2 },
  { title: 'Where', share: 2 },
  { title: 'For', share: 2.6 },
  { title: '', share: 0.9 },
]);

const WAY: Readonly<Record<StoreLine['way'], string>> = texts({ out: 'out', back: 'back' });

function storeRow(line: StoreLine): Cell[] {
  const direct = line.movedDirectly ? t`\n${line.movedDirectly} move directly` : '';
  return [
    { text: `${WAY[line.way]} ${line.timeText}`, isBold: true },
    { text: `${line.quantity ?? '?'}${direct}` },
    { text: line.name },
    { text: line.place },
    { text: `${line.eventTitle} · ${line.reference}` },
    { text: line.returned?.text ?? '[   ]' },
  ];
}

const STORE_HEAD = [
  'store',
  'way',
  'when',
  'quantity',
  'moved directly',
  'what',
  'place',
  'event',
  'reference',
  'came back',
];

/** What leaves each store and comes back, and what goes straight to its next event. */
export function storesSheet(day: StoresDay): SetupsSheet {
  const movements: Part[] = day.movements.length
    ? [
        { kind: 'heading', text: t`Straight to the next event` },
        {
          kind: 'table',
          columns: [
            { title: t`When`, share: 1.3 },
            { title: t`What`, share: 2.4 },
            { title: t`From`, share: 2 },
            { title: t`To`, share: 3 },
          ],
          rows: day.movements.map(({ timeText, quantity, name, from, to, toEvent }) => [
            { text: timeText, isBold: true },
            { text: `${quantity} × ${name}` },
            { text: from },
            { text: `${to}, ${toEvent}` },
          ]),
        },
      ]
    : [];
  return {
    parts: [
      ...day.stores.flatMap(({ name, lines }): Part[] => [
        { kind: 'heading', text: name },
        { kind: 'table', columns: STORE, rows: lines.map(storeRow) },
      ]),
      ...(day.stores.length
        ? []
        : [{ kind: 'text' as const, text: t`Nothing leaves the stores or comes back.` }]),
      ...movements,
    ],
    rows: [
      STORE_HEAD,
      ...day.stores.flatMap(({ name, lines }) =>
        lines.map((line) => [
          name,
          WAY[line.way],
          line.timeText,
          String(line.quantity ?? ''),
          String(line.movedDirectly),
          line.name,
          line.place,
          line.eventTitle,
          line.reference,
          line.returned?.text ?? '',
        ]),
      ),
    ],
  };
}
