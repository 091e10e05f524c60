'use client';
import { EmptyState } from '@/ui/kit/empty-state';
import { Choice } from '@/ui/kit/choice';
import { Field } from '@/ui/kit/field';
import { TextField } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useSearchParams } from 'next/navigation';
import { useMemo, useState, type ChangeEvent } from 'react';
import type { DeskLine, DeskView } from '@/contracts/decisions/desk';
import type { SavedView } from '@/contracts/accounts/own';
import { countText } from '@/contracts/words/when';
import Link from '@/ui/kit/link';
import { SavedViews } from '@/ui/frame/saved-views';
import { ApproveClear } from './approve-clear';
import { Beside } from './beside';
import { addressOf, filterOf, narrowed, ORDERS, STANDING, WHOSE, type DeskFilter } from './desk-filter';
import { DeskTable } from './desk-table';

const choicesOf = <Key extends string>(table: Readonly<Record<Key, string>>) => Object.entries<string>(table);

interface FilterBarProps {
  readonly filter: DeskFilter;
  readonly buildings: readonly string[];
  set(part: Partial<DeskFilter>): void;
}

function FilterBar({ filter, buildings, set }: FilterBarProps) {
  const choice = <Key extends keyof DeskFilter>(
    key: Key,
    table: Readonly<Record<DeskFilter[Key], string>>,
  ) => ({
    className: 'w-auto',
    value: filter[key],
    options: choicesOf(table),
    onChange: ({ target }: ChangeEvent<HTMLSelectElement>) => set({ [key]: target.value }),
  });
  return (
    <div className="mb-2 flex flex-wrap items-end gap-3">
      <Field label={t`Find`} look="note" className="min-w-40 flex-1">
        <TextField
          type="search"
          placeholder={t`title, host, reference, space …`}
          value={filter.q}
          onChange={({ target }) => set({ q: target.value })}
        />
      </Field>
      <Choice label={t`Assigned to`} {...choice('whose', WHOSE)} />
      <Choice label={t`Which`} {...choice('standing', STANDING)} />
      <Choice
        label={t`In`}
        none={t`all buildings`}
        {...choice('building', Object.fromEntries(buildings.map((name) => [name, name])))}
      />
      <Choice label={t`In order of`} {...choice('order', ORDERS)} />
    </div>
  );
}

/**
 * The filter, as typed; the address follows without asking the server again, since all lines are here. What comes by
 * the address, a kept view or the way back, is taken over.
 */
function useFilter(): [DeskFilter, (filter: DeskFilter) => void] {
  const query = useSearchParams();
  const come = addressOf(filterOf(query));
  const [state, setState] = useState({ filter: filterOf(query), come, own: [come] });
  if (state.come !== come)
    setState(
      state.own.includes(come)
        ? // One's own typing comes round late: by then more may be typed.
          { ...state, come, own: addressOf(state.filter) === come ? [come] : state.own }
        : { filter: filterOf(query), come, own: [come] },
    );
  const set = (filter: DeskFilter) => {
    const address = addressOf(filter);
    setState((before) => ({ ...before, filter, own: [...before.own, address] }));
    window.history.replaceState(null, '', address);
  };
  return [state.filter, set];
}

interface CountedProps {
  readonly shown: readonly DeskLine[];
  readonly all: number;
  readonly q: string;
  readonly picked: ReadonlySet<string>;
  onPick(references: ReadonlySet<string>): void;
}

/** How many are shown, where else to look, and picking all that can be approved. */
function Counted({ shown, all, q, picked, onPick }: CountedProps) {
  const clear = shown.filter((line) => line.clear.length > 0);
  const link = (text: string, references: readonly string[]) => (
    <button type="button" className="underline" onClick={() => onPick(new Set(references))}>
      {text}
    </button>
  );
  return (
    <p className="flex flex-wrap items-center gap-x-4 gap-y-1 pb-2" role="status">
      <span>
        {countText(shown.length, 'request', 'requests')}
        {shown.length < all && t` of ${all}`}
      </span>
      {q && (
        <Link
          href={`/desk/bookings?${new URLSearchParams({ q, state: 'any' })}`}
        >{t`Look for it among all requests, decided ones too`}</Link>
      )}
      {clear.length > 0 &&
        link(
          t`Pick the ${clear.length} with clear dates`,
          clear.map(({ reference }) => reference),
        )}
      {picked.size > 0 && link(t`Pick none`, [])}
    </p>
  );
}

interface DeskHeadProps {
  readonly saved: readonly SavedView[];
  readonly filter: DeskFilter;
  readonly view: DeskView;
}

const DeskHead = ({ saved, filter, view }: DeskHeadProps) => (
  <div className="flex flex-wrap items-center gap-x-4 pb-2">
    <h1 className="text-3xl">{t`What waits for you`}</h1>
    <SavedViews screen="desk" first={saved} here={addressOf(filter)} isSignedIn />
    <Link href="/desk/bookings" className="ml-auto">{t`Many bookings at once`}</Link>
    <Link href="/outbox">{t`Outbox: ${view.mailWaiting} to be sent`}</Link>
  </div>
);

interface DeskLinesProps {
  readonly filter: DeskFilter;
  readonly buildings: string[];
  readonly set: (part: Partial<DeskFilter>) => void;
  readonly lines: DeskLine[];
  readonly view: DeskView;
  readonly picked: ReadonlySet<string>;
  readonly setPicked: (picked: ReadonlySet<string>) => void;
}

const DeskLines = ({ filter, buildings, set, lines, view, picked, setPicked }: DeskLinesProps) => (
  <div>
    <FilterBar filter={filter} buildings={buildings} set={set} />
    <Counted shown={lines} all={view.lines.length} q={filter.q.trim()} picked={picked} onPick={setPicked} />
    {lines.length ? (
      <DeskTable
        lines={lines}
        order={filter.order}
        onOrder={(order) => set({ order })}
        picked={picked}
        onPick={setPicked}
      />
    ) : (
      <EmptyState>
        {view.lines.length
          ? t`Nothing on the desk matches the filter. Take something out of it.`
          : t`Nothing waits. New requests come in here, most urgent first.`}
      </EmptyState>
    )}
    <ApproveClear
      picked={lines.filter(({ reference }) => picked.has(reference))}
      onDone={() => setPicked(new Set())}
    />
  </div>
);

interface DeskProps {
  readonly view: DeskView;
  readonly saved: readonly SavedView[];
}

/** What needs the office, in order of what is lost by waiting; narrowed, ordered, and decided together where clear. */
export function Desk({ view, saved }: DeskProps) {
  const [filter, setFilter] = useFilter();
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const lines = useMemo(() => narrowed(view.lines, filter), [view.lines, filter]);
  const set = (part: Partial<DeskFilter>) => setFilter({ ...filter, ...part });
  const buildings = [...new Set(view.lines.flatMap((line) => line.buildings))].sort();
  return (
    <>
      <DeskHead saved={saved} filter={filter} view={view} />
      <div className="grid gap-5 xl:grid-cols-[minmax(0,1fr)_19rem]">
        <DeskLines
          filter={filter}
          buildings={buildings}
          set={set}
          lines={lines}
          view={view}
          picked={picked}
          setPicked={setPicked}
        />
        <Beside {...view} />
      </div>
    </>
  );
}
