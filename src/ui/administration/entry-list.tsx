'use client';
import { Disclosure } from '@/ui/kit/disclosure';
import { Button } from '@/ui/kit/button';
import { TextField } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import type { EntryLine } from '@/contracts/administration/docs';
import { KIND_WORDS, type EntryKind, type KindWords } from '@/contracts/administration/kinds';
import { countText } from '@/contracts/words/when';
import { useSubmit } from '@/ui/hooks/use-submit';
import Link from '@/ui/kit/link';
import { RefusalNote } from '@/ui/kit/refusal-note';

/** So many are looked through without a search. */
const FEW = 8;

function Line({ kind, line, children }: { kind: EntryKind; line: EntryLine; children?: React.ReactNode }) {
  return (
    <li className="flex min-h-9 flex-wrap items-baseline gap-x-3 border-t border-rule py-1.5">
      <Link className="font-semibold" href={`/administration/${kind}/${line.id}`}>
        {line.name}
      </Link>
      <span className="flex-1 text-soft">{line.note}</span>
      {children}
    </li>
  );
}

interface MoveButtonProps {
  readonly command: 'up' | 'down';
  readonly isSending: boolean;
  readonly index: number;
  readonly found: EntryLine[];
  readonly submit: ReturnType<typeof useSubmit>['submit'];
  readonly kind: EntryKind;
  readonly line: EntryLine;
}

/** Moves an entry up or down the list others choose from. */
const MoveButton = ({ command, isSending, index, found, submit, kind, line }: MoveButtonProps) => (
  <Button
    look="px-2 py-0"
    isBusy={isSending}
    off={
      command === 'up' && index === 0
        ? t`It is the first.`
        : command === 'down' && index === found.length - 1
          ? t`It is the last.`
          : null
    }
    onClick={() => void submit(`/api/administration/${kind}/${line.id}`, { command })}
  >
    {command === 'up' ? '↑' : '↓'}
    <span className="sr-only">
      {command === 'up' ? t` Move ${line.name} up` : t` Move ${line.name} down`}
    </span>
  </Button>
);

interface FindAmongProps {
  readonly search: string;
  readonly setSearch: (search: string) => void;
}

const FindAmong = ({ search, setSearch }: FindAmongProps) => (
  <p className="pb-2">
    <label className="font-semibold">
      {t`Find `}
      <TextField
        className="w-64"
        type="search"
        value={search}
        onChange={({ target }) => setSearch(target.value)}
      />
    </label>
  </p>
);

interface OutOfUseProps {
  readonly retired: EntryLine[];
  readonly words: KindWords;
  readonly fits: ({ name, note }: EntryLine) => boolean;
  readonly kind: EntryKind;
}

/** What is no longer offered, and can be taken back into use. */
const OutOfUse = ({ retired, words, fits, kind }: OutOfUseProps) => (
  <Disclosure
    summary={t`${countText(retired.length, words.one, words.many.toLowerCase())} out of use`}
    className="pt-4"
  >
    <ul>
      {retired.filter(fits).map((line) => (
        <Line key={line.id} kind={kind} line={line} />
      ))}
    </ul>
  </Disclosure>
);

interface FoundLineProps {
  readonly line: EntryLine;
  readonly kind: EntryKind;
  readonly moves: boolean | undefined;
  readonly isSending: boolean;
  readonly index: number;
  readonly found: EntryLine[];
  readonly submit: ReturnType<typeof useSubmit>['submit'];
}

const FoundLine = ({ line, kind, moves, isSending, index, found, submit }: FoundLineProps) => (
  <Line kind={kind} line={line}>
    {moves &&
      (['up', 'down'] as const).map((command) => (
        <MoveButton
          key={command}
          command={command}
          isSending={isSending}
          index={index}
          found={found}
          submit={submit}
          kind={kind}
          line={line}
        />
      ))}
  </Line>
);

interface EntryListProps {
  readonly kind: EntryKind;
  readonly lines: readonly EntryLine[];
  readonly mayKeep: boolean;
}

/** Things of a kind in the order of the house; what is out of use is folded away. */
export function EntryList({ kind, lines, mayKeep }: EntryListProps) {
  const [search, setSearch] = useState('');
  const { submit, error, isSending } = useSubmit();
  const words = KIND_WORDS[kind];
  const asked = search.toLowerCase().split(/\s+/).filter(Boolean);
  const fits = ({ name, note }: EntryLine) =>
    asked.every((word) => `${name} ${note}`.toLowerCase().includes(word));
  const [used, retired] = [lines.filter((line) => !line.isRetired), lines.filter((line) => line.isRetired)];
  const found = used.filter(fits);
  const moves = mayKeep && words.isOrdered && !asked.length;
  return (
    <div className="max-w-4xl">
      {lines.length > FEW && <FindAmong search={search} setSearch={setSearch} />}
      <RefusalNote error={error} />
      <p aria-live="polite" className="text-soft">
        {asked.length ? t`${found.length} of ${used.length}` : ''}
      </p>
      <ul>
        {found.map((line, index) => (
          <FoundLine
            key={line.id}
            line={line}
            kind={kind}
            moves={moves}
            isSending={isSending}
            index={index}
            found={found}
            submit={submit}
          />
        ))}
      </ul>
      {used.length === 0 && <p>{t`There is none yet.`}</p>}
      {retired.length > 0 && <OutOfUse retired={retired} words={words} fits={fits} kind={kind} />}
    </div>
  );
}
