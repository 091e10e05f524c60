'use client';
import { useState } from 'react';
import type { DateView } from '@/contracts/request-view';
import { countText } from '@/contracts/words/when';
import { LAYOUT_WORDS } from '@/contracts/words/findings';
import type { Layout } from '@/core/seating/capacity';
import { Combobox } from '@/ui/primitives/combobox';
import type { ChangeHandle } from './use-change';

export interface PlaceOption {
  readonly id: number;
  readonly name: string;
  readonly building: string;
  readonly layouts: readonly { readonly layout: Layout; readonly seats: number }[];
}

interface PlaceFieldsProps {
  readonly change: ChangeHandle;
  readonly dates: readonly DateView[];
  readonly places: readonly PlaceOption[];
  readonly people: number;
  readonly wantsText: string;
}

/** Finding a space for dates that came without one: those that seat the people first. */
export function PlaceFields({ change, dates, places, people, wantsText }: PlaceFieldsProps) {
  const [spaceId, setSpaceId] = useState('');
  const [layout, setLayout] = useState('');
  const mostOf = ({ layouts }: PlaceOption) => Math.max(0, ...layouts.map(({ seats }) => seats));
  const sorted = [...places].sort(
    (a, b) => Number(mostOf(a) < people) - Number(mostOf(b) < people) || mostOf(a) - mostOf(b),
  );
  const space = places.find(({ id }) => String(id) === spaceId);
  const place = space && { spaceId: space.id, ...(layout && { layout: layout as Layout }) };
  return (
    <form
      className="mb-3 grid gap-2 border-l-4 border-accent bg-sunk px-3 py-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!place) return;
        void change.run(
          { action: 'move', patch: { place }, reason: '' },
          dates.map(({ id }) => id),
        );
      }}
    >
      <p className="font-semibold">
        {countText(dates.length, 'date has', 'dates have')} no space yet. Wanted: {wantsText}, for {people}{' '}
        people.
      </p>
      <div className="flex flex-wrap items-end gap-2">
        <label className="min-w-64 flex-1">
          Space
          <Combobox
            aria-label="Space"
            options={sorted.map((each) => ({
              value: String(each.id),
              text: each.name,
              hint: `to ${mostOf(each)}`,
              group: each.building,
            }))}
            value={spaceId}
            onChange={(value) => {
              setSpaceId(value);
              setLayout('');
            }}
          />
        </label>
        <label>
          Layout
          <select className="field" value={layout} onChange={(event) => setLayout(event.target.value)}>
            <option value="">the smallest that seats them</option>
            {space?.layouts.map((offer) => (
              <option key={offer.layout} value={offer.layout}>
                {LAYOUT_WORDS[offer.layout]}, for {offer.seats}
              </option>
            ))}
          </select>
        </label>
        <button type="submit" className="press press-main" disabled={!place || change.isSending}>
          Give {countText(dates.length, 'date', 'dates')} this space
        </button>
      </div>
    </form>
  );
}
