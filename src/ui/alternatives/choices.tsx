'use client';
import { Radio } from '@/ui/kit/fields';
import { useEffect, useId, useRef, useState, type ReactNode } from 'react';
import type { Verdict } from '@/core/checks/findings';
import { VerdictStamp } from '@/ui/kit/verdict-stamp';

interface Choice {
  readonly sentence: string;
  readonly costs: readonly string[];
  /** Told only where it is not clear. */
  readonly verdict?: Verdict;
}

interface ChoicesProps<Way extends Choice> {
  /** What the list is called for those who cannot see where it stands. */
  readonly label: string;
  readonly ways: readonly Way[];
  /** What is shown below the picked one. */
  children(way: Way): ReactNode;
}

/** Alternatives to pick one of, each with what it costs; the picked one opens. */
export function Choices<Way extends Choice>({ label, ways, children }: ChoicesProps<Way>) {
  const name = useId();
  const [picked, setPicked] = useState<number | null>(null);
  const list = useRef<HTMLUListElement>(null);
  // What opens may be longer than what is left of the window.
  useEffect(() => {
    if (picked !== null) list.current?.children[picked]?.scrollIntoView({ block: 'nearest' });
  }, [picked]);
  return (
    <ul ref={list} aria-label={label} className="grid">
      {ways.map((way, index) => (
        <li key={way.sentence} className={`border-b border-rule py-1.5 ${picked === index ? 'bg-sunk' : ''}`}>
          <label className="flex items-baseline gap-2 px-1">
            <Radio name={name} checked={picked === index} onChange={() => setPicked(index)} />
            <span className="flex-1">
              {way.sentence}
              {way.costs.length > 0 && (
                <span className="block text-fine text-soft">{way.costs.join(' · ')}</span>
              )}
            </span>
            {way.verdict && way.verdict !== 'clear' && <VerdictStamp verdict={way.verdict} />}
          </label>
          {picked === index && <div className="px-1 pl-7">{children(way)}</div>}
        </li>
      ))}
    </ul>
  );
}
