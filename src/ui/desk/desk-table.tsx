'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { DeskLine } from '@/contracts/desk';
import { NEARNESS_WORDS } from '@/contracts/words/desk';
import { usePicking } from '@/ui/hooks/use-picking';
import Link from '@/ui/primitives/link';
import { Mark } from '@/ui/primitives/mark';
import { HandledBy } from './handled-by';
import { LineStamps } from './line-stamps';
import { rememberWalk } from './walk';

const HEADS = ['', 'Lost by waiting', 'Request', 'Dates', 'Place', 'People', 'Seen to by'] as const;

/** More than these are drawn only when asked for. */
const FIRST_LINES = 150;

function DatesCell({ line }: { line: DeskLine }) {
  return (
    <>
      {line.nextText}
      <span className="block text-[0.92rem] text-soft">
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
      <span
        className={`block font-serif text-[1.02rem] leading-snug ${line.loss?.isOver ? 'text-clash' : ''}`}
      >
        {line.loss?.when ?? line.waitText}
      </span>
      <span className="block text-[0.92rem] text-soft">
        {line.loss?.what ?? 'begins'}
        <span className="block">
          {line.isAnswerAwaited ? 'waits for an answer' : `asked ${line.askedText}`}
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

/**
 * What waits, a line each. The title leads to the decision; boxes pick, with Shift a range; arrows go from box to box,
 * Enter opens.
 */
export function DeskTable({ lines, isInSteps, picked, onPick }: DeskTableProps) {
  const router = useRouter();
  const [shown, setShown] = useState(FIRST_LINES);
  useEffect(() => rememberWalk(lines.map(({ reference, title }) => ({ reference, title }))), [lines]);
  const order = lines.slice(0, shown).map(({ reference }) => reference);
  const { list, boxOf } = usePicking<string, HTMLTableSectionElement>({ order, picked, onPick });
  return (
    <div className="sheet overflow-x-auto" tabIndex={0} role="region" aria-label="Waiting requests">
      <table className="w-full min-w-[52rem] text-left">
        <thead className="small-caps border-b border-strong-rule">
          <tr>
            {HEADS.map((head) => (
              <th
                key={head}
                scope="col"
                className={`px-2 py-2 font-semibold ${head === 'People' ? 'text-right' : ''}`}
              >
                {head || <span className="sr-only">Pick</span>}
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
          {lines.slice(0, shown).map((line, index) => [
            isInSteps && line.step !== lines[index - 1]?.step && (
              <tr key={line.step} className="border-b border-rule bg-paper">
                <th
                  scope="rowgroup"
                  colSpan={HEADS.length}
                  className="px-3 pt-2 pb-1 text-left text-[0.95rem] font-semibold text-soft"
                >
                  {NEARNESS_WORDS[line.step]}
                </th>
              </tr>
            ),
            <tr
              key={line.reference}
              className={`border-b border-rule align-top hover:bg-paper ${picked.has(line.reference) ? 'bg-sunk' : ''}`}
            >
              <td className="py-2 pl-3">
                <input
                  {...boxOf(line.reference)}
                  className="size-6 accent-(--accent)"
                  aria-label={`Pick ${line.title}`}
                />
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
                    <span className="block text-[0.92rem] text-soft">
                      {line.host}, {line.requester} ·{' '}
                      <span className="whitespace-nowrap">{line.reference}</span>
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
            </tr>,
          ])}
        </tbody>
      </table>
      {lines.length > shown && (
        <p className="p-3">
          <button type="button" className="press" onClick={() => setShown((before) => before + FIRST_LINES)}>
            Show more of the {lines.length - shown} left
          </button>
        </p>
      )}
    </div>
  );
}
