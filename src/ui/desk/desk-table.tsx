'use client';
import { t, texts } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useLayoutEffect, useMemo, useState, type ComponentProps } from 'react';
import type { DeskLine } from '@/contracts/decisions/desk';
import { NEARNESS_WORDS } from '@/contracts/words/desk';
import { usePicking, type PickBox } from '@/ui/hooks/use-picking';
import Link from '@/ui/kit/link';
import { Mark } from '@/ui/kit/mark';
import { HandledBy } from './handled-by';
import { LineStamps } from './line-stamps';
import { rememberWalk } from './walk';

const HEADS = texts(['', 'Urgency', 'Request', 'Dates', 'Space', 'People', 'Assigned to'] as const);

const PEOPLE_AT = 5;

/** So many are drawn all at once, as print and the browser's own search would have them; of more only those in sight. */
const ALL_DRAWN = 200;
const AHEAD = 12;
const HEIGHT_PX = { head: 34, line: 96 } as const;
/** Before the window is known: on the server, and in the first drawing. */
const FIRST_SIZE = { width: 1280, height: 1200 };

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
      <span className={`block font-serif text-base leading-snug ${line.loss?.isOver ? 'text-clash' : ''}`}>
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

interface DeskTableProps {
  readonly lines: readonly DeskLine[];
  /** In order of what is lost: with a head over each step. */
  readonly isInSteps: boolean;
  readonly picked: ReadonlySet<string>;
  onPick(references: ReadonlySet<string>): void;
}

type Row =
  | { readonly kind: 'head'; readonly key: string; readonly step: DeskLine['step'] }
  | { readonly kind: 'line'; readonly key: string; readonly line: DeskLine };

const rowsOf = (lines: readonly DeskLine[], isInSteps: boolean): Row[] =>
  lines.flatMap((line, index): Row[] => {
    const row: Row = { kind: 'line', key: line.reference, line };
    const isFirst = isInSteps && line.step !== lines[index - 1]?.step;
    return isFirst ? [{ kind: 'head', key: line.step, step: line.step }, row] : [row];
  });

const StepHead = ({ step, ...row }: { step: DeskLine['step'] } & ComponentProps<'tr'>) => (
  <tr {...row} className="border-b border-rule bg-paper">
    <th
      scope="rowgroup"
      colSpan={HEADS.length}
      className="px-3 pt-2 pb-1 text-left text-note font-semibold text-soft"
    >
      {NEARNESS_WORDS[step]}
    </th>
  </tr>
);

interface LineProps extends ComponentProps<'tr'> {
  readonly line: DeskLine;
  readonly box: PickBox<string>;
}

const LineRow = ({ line, box, ...row }: LineProps) => (
  <tr {...row} className={`border-b border-rule align-top hover:bg-paper ${box.checked ? 'bg-sunk' : ''}`}>
    <td className="py-2 pl-3">
      <input {...box} className="size-6 accent-(--accent)" aria-label={t`Pick ${line.title}`} />
    </td>
    <td className="w-36 px-2 py-2">
      <LossCell line={line} />
    </td>
    <td className="px-2 py-2">
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
    </td>
    <td className="px-2 py-2">
      <DatesCell line={line} />
    </td>
    <td className="px-2 py-2">{line.places}</td>
    <td className="px-2 py-2 text-right">{line.people}</td>
    <td className="w-28 px-2 py-2">
      <HandledBy {...line} />
    </td>
  </tr>
);

/** Room for rows that are not drawn. */
const Gap = ({ px }: { px: number }) => (px > 0 ? <tr aria-hidden="true" style={{ height: px }} /> : null);

/**
 * What waits, a line each. The title leads to the decision; boxes pick, with Shift a range; arrows go from box to box,
 * Enter opens. Of many lines only those near the window are drawn.
 */
export function DeskTable({ lines, isInSteps, picked, onPick }: DeskTableProps) {
  const router = useRouter();
  useEffect(() => rememberWalk(lines.map(({ reference, title }) => ({ reference, title }))), [lines]);
  const order = useMemo(() => lines.map(({ reference }) => reference), [lines]);
  const rows = useMemo(() => rowsOf(lines, isInSteps), [lines, isInSteps]);
  const { list, boxOf } = usePicking<string, HTMLTableSectionElement>({ order, picked, onPick });
  const [topPx, setTopPx] = useState(0);
  useLayoutEffect(() => {
    if (list.current) setTopPx(list.current.getBoundingClientRect().top + window.scrollY);
  }, [list]);
  const virtual = useWindowVirtualizer({
    count: rows.length,
    estimateSize: (index) => HEIGHT_PX[rows[index]!.kind],
    getItemKey: (index) => rows[index]!.key,
    overscan: rows.length <= ALL_DRAWN ? ALL_DRAWN : AHEAD,
    initialRect: FIRST_SIZE,
    scrollMargin: topPx,
  });
  const items = virtual.getVirtualItems();
  return (
    <div className="sheet overflow-x-auto" tabIndex={0} role="region" aria-label={t`Waiting requests`}>
      <table className="w-full min-w-[52rem] text-left" aria-rowcount={rows.length + 1}>
        <thead className="small-caps border-b border-strong-rule">
          <tr>
            {HEADS.map((head, index) => (
              <th
                key={head}
                scope="col"
                className={`px-2 py-2 font-semibold ${index === PEOPLE_AT ? 'text-right' : ''}`}
              >
                {head || <span className="sr-only">{t`Pick`}</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody
          ref={list}
          onKeyDown={({ key, target }) => {
            const { pick } = (target as HTMLElement).dataset;
            if (key === 'Enter' && pick) router.push(`/desk/${pick}`);
          }}
        >
          <Gap px={(items[0]?.start ?? topPx) - topPx} />
          {items.map(({ index, key }) => {
            const row = rows[index]!;
            const own = { ref: virtual.measureElement, 'data-index': index, 'aria-rowindex': index + 2 };
            return row.kind === 'head' ? (
              <StepHead key={key} step={row.step} {...own} />
            ) : (
              <LineRow key={key} line={row.line} box={boxOf(row.line.reference)} {...own} />
            );
          })}
          <Gap px={virtual.getTotalSize() + topPx - (items.at(-1)?.end ?? topPx)} />
        </tbody>
      </table>
    </div>
  );
}
