'use client';
import { EmptyState } from '@/ui/kit/empty-state';
import { Select, TextField } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useSearchParams } from 'next/navigation';
import { useState } from 'react';
import type { DeskView } from '@/contracts/decisions/desk';
import type { SavedView } from '@/contracts/accounts/own';
import { countText } from '@/contracts/words/when';
import Link from '@/ui/kit/link';
import { SavedViews } from '@/ui/frame/saved-views';
import { ApproveClear } from './approve-clear';
import { Beside } from './beside';
import { addressOf, filterOf, narrowed, ORDERS, STANDING, WHOSE, type DeskFilter } from './desk-filter';
import { DeskTable } from './desk-table';

function Choice<Key extends string>({
  label,
  value,
  table,
  onChange,
}: {
  label: string;
  value: Key;
  table: Readonly<Record<Key, string>>;
  onChange(value: Key): void;
}) {
  return (
    <label className="text-note">
      <span className="block text-soft">{label}</span>
      <Select className="w-auto" value={value} onChange={({ target }) => onChange(target.value as Key)}>
        {Object.entries<string>(table).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </Select>
    </label>
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

interface DeskProps {
  readonly view: DeskView;
  readonly kept: readonly SavedView[];
}

/** What needs the office, in order of what is lost by waiting; narrowed, ordered, and decided together where clear. */
export function Desk({ view, kept }: DeskProps) {
  const [filter, setFilter] = useFilter();
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const lines = narrowed(view.lines, filter);
  const set = (part: Partial<DeskFilter>) => setFilter({ ...filter, ...part });
  const buildings = [...new Set(view.lines.flatMap((line) => line.buildings))].sort();
  const clear = lines.filter((line) => line.clear.length > 0);
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 pb-2">
        <h1 className="text-3xl">{t`What waits for you`}</h1>
        <SavedViews screen="desk" first={kept} here={addressOf(filter)} isSignedIn />
        <Link href="/desk/bookings" className="ml-auto">{t`Many bookings at once`}</Link>
        <Link href="/outbox">{t`Outbox: ${view.mailWaiting} to be sent`}</Link>
      </div>
      <div className="grid gap-5 xl:grid-cols-[minmax(0,1fr)_19rem]">
        <div>
          <div className="mb-2 flex flex-wrap items-end gap-3">
            <label className="min-w-40 flex-1 text-note">
              <span className="block text-soft">{t`Find`}</span>
              <TextField
                type="search"
                placeholder={t`title, host, reference, space …`}
                value={filter.q}
                onChange={({ target }) => set({ q: target.value })}
              />
            </label>
            <Choice
              label={t`Assigned to`}
              value={filter.whose}
              table={WHOSE}
              onChange={(whose) => set({ whose })}
            />
            <Choice
              label={t`Which`}
              value={filter.standing}
              table={STANDING}
              onChange={(standing) => set({ standing })}
            />
            <Choice
              label={t`In`}
              value={filter.building}
              table={{ '': t`all buildings`, ...Object.fromEntries(buildings.map((name) => [name, name])) }}
              onChange={(building) => set({ building })}
            />
            <Choice
              label={t`In order of`}
              value={filter.order}
              table={ORDERS}
              onChange={(order) => set({ order })}
            />
          </div>
          <p className="flex flex-wrap items-center gap-x-4 gap-y-1 pb-2" role="status">
            <span>
              {countText(lines.length, 'request', 'requests')}
              {lines.length < view.lines.length && t` of ${view.lines.length}`}
            </span>
            {filter.q.trim() && (
              <Link
                href={`/desk/bookings?${new URLSearchParams({ q: filter.q.trim(), state: 'any' })}`}
              >{t`Look for it among all requests, decided ones too`}</Link>
            )}
            {clear.length > 0 && (
              <button
                type="button"
                className="underline"
                onClick={() => setPicked(new Set(clear.map(({ reference }) => reference)))}
              >{t`Pick the ${clear.length} with clear dates`}</button>
            )}
            {picked.size > 0 && (
              <button
                type="button"
                className="underline"
                onClick={() => setPicked(new Set())}
              >{t`Pick none`}</button>
            )}
          </p>
          {lines.length ? (
            <DeskTable lines={lines} isInSteps={filter.order === 'loss'} picked={picked} onPick={setPicked} />
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
        <Beside {...view} />
      </div>
    </>
  );
}
