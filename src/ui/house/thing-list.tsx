'use client';
import { say } from '@/contracts/language/say';
import { useState } from 'react';
import type { ThingLine } from '@/contracts/house-book/docs';
import { KIND_WORDS, type HouseKind } from '@/contracts/house-book/kinds';
import { countText } from '@/contracts/words/when';
import { useSubmit } from '@/ui/hooks/use-submit';
import Link from '@/ui/primitives/link';
import { RefusalNote } from '@/ui/primitives/refusal-note';
import { Press } from '@/ui/primitives/press';

interface ThingListProps {
  readonly kind: HouseKind;
  readonly lines: readonly ThingLine[];
  readonly mayKeep: boolean;
}

/** So many are looked through without a search. */
const FEW = 8;

function Line({ kind, line, children }: { kind: HouseKind; line: ThingLine; children?: React.ReactNode }) {
  return (
    <li className="flex min-h-9 flex-wrap items-baseline gap-x-3 border-t border-rule py-1.5">
      <Link className="font-semibold" href={`/house/${kind}/${line.id}`}>
        {line.name}
      </Link>
      <span className="flex-1 text-soft">{line.note}</span>
      {children}
    </li>
  );
}

/** Things of a kind in the order of the house; what is out of use is folded away. */
export function ThingList({ kind, lines, mayKeep }: ThingListProps) {
  const [search, setSearch] = useState('');
  const { submit, error, isSending } = useSubmit();
  const words = KIND_WORDS[kind];
  const asked = search.toLowerCase().split(/\s+/).filter(Boolean);
  const fits = ({ name, note }: ThingLine) =>
    asked.every((word) => `${name} ${note}`.toLowerCase().includes(word));
  const [used, retired] = [lines.filter((line) => !line.isRetired), lines.filter((line) => line.isRetired)];
  const found = used.filter(fits);
  const moves = mayKeep && words.isOrdered && !asked.length;
  return (
    <div className="max-w-4xl">
      {lines.length > FEW && (
        <p className="pb-2">
          <label className="font-semibold">
            {say`Find `}
            <input
              className="field w-64"
              type="search"
              value={search}
              onChange={({ target }) => setSearch(target.value)}
            />
          </label>
        </p>
      )}
      <RefusalNote error={error} />
      <p aria-live="polite" className="text-soft">
        {asked.length ? say`${found.length} of ${used.length}` : ''}
      </p>
      <ul>
        {found.map((line, index) => (
          <Line key={line.id} kind={kind} line={line}>
            {moves &&
              (['up', 'down'] as const).map((deed) => (
                <Press
                  key={deed}
                  look="px-2 py-0"
                  isBusy={isSending}
                  off={
                    deed === 'up' && index === 0
                      ? say`It is the first.`
                      : deed === 'down' && index === found.length - 1
                        ? say`It is the last.`
                        : null
                  }
                  onClick={() => void submit(`/api/house/${kind}/${line.id}`, { deed })}
                >
                  {deed === 'up' ? '↑' : '↓'}
                  <span className="sr-only">
                    {deed === 'up' ? say` Move ${line.name} up` : say` Move ${line.name} down`}
                  </span>
                </Press>
              ))}
          </Line>
        ))}
      </ul>
      {used.length === 0 && <p>{say`There is none yet.`}</p>}
      {retired.length > 0 && (
        <details className="pt-4">
          <summary className="min-h-7 cursor-pointer font-semibold">{say`${countText(retired.length, words.one, words.many.toLowerCase())} out of use`}</summary>
          <ul>
            {retired.filter(fits).map((line) => (
              <Line key={line.id} kind={kind} line={line} />
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}
