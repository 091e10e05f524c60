'use client';
import { Button } from '@/ui/kit/button';
import { Select } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import type { DateView } from '@/contracts/requests/request-view';
import { countText } from '@/contracts/words/when';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import type { Layout } from '@/core/seating/layouts';
import { Combobox } from '@/ui/kit/combobox';
import type { ChangeHandle } from './use-change';
import { Form } from '@/ui/kit/form';

export interface PlaceOption {
  readonly id: number;
  readonly name: string;
  readonly building: string;
  readonly isOutdoor: boolean;
  readonly layouts: readonly { readonly layout: Layout; readonly seats: number }[];
}

const mostOf = ({ layouts }: PlaceOption) => Math.max(0, ...layouts.map(({ seats }) => seats));

export interface PickedPlace {
  readonly spaceId: number;
  /** Empty: the smallest that seats them. */
  readonly layout: Layout | '';
}

interface LayoutFieldProps {
  readonly value: PickedPlace | null;
  readonly space: PlaceOption | undefined;
  onPick(place: PickedPlace | null): void;
  readonly usual: string;
}

const LayoutField = ({ value, space, onPick, usual }: LayoutFieldProps) => (
  <label>
    {t`Layout`}
    <Select
      value={value?.layout ?? ''}
      onChange={({ target }) => space && onPick({ spaceId: space.id, layout: target.value as Layout | '' })}
    >
      <option value="">{usual}</option>
      {space?.layouts.map((offer) => (
        <option
          key={offer.layout}
          value={offer.layout}
        >{t`${LAYOUT_WORDS[offer.layout]}, for ${offer.seats}`}</option>
      ))}
    </Select>
  </label>
);

interface PickPlaceProps {
  readonly places: readonly PlaceOption[];
  readonly people: number;
  readonly value: PickedPlace | null;
  readonly label: string;
  /** How it is set where no layout is chosen. */
  readonly usual?: string;
  onPick(place: PickedPlace | null): void;
}

/** A space and how it is set: those that seat the people first. */
export function PickPlace({
  places,
  people,
  value,
  label,
  usual = t`the smallest that seats them`,
  onPick,
}: PickPlaceProps) {
  const sorted = [...places].sort(
    (a, b) => Number(mostOf(a) < people) - Number(mostOf(b) < people) || mostOf(a) - mostOf(b),
  );
  const space = places.find(({ id }) => id === value?.spaceId);
  return (
    <>
      <label className="min-w-64 flex-1">
        {label}
        <Combobox
          aria-label={label}
          options={sorted.map((each) => ({
            value: String(each.id),
            text: each.name,
            hint: t`to ${mostOf(each)}`,
            group: each.building,
          }))}
          value={value ? String(value.spaceId) : ''}
          onChange={(picked) => onPick(picked ? { spaceId: Number(picked), layout: '' } : null)}
        />
      </label>
      <LayoutField value={value} space={space} onPick={onPick} usual={usual} />
    </>
  );
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
  const [place, setPlace] = useState<PickedPlace | null>(null);
  return (
    <Form
      className="mb-3 grid gap-2 border-l-4 border-accent bg-sunk px-3 py-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!place) return;
        void change.run(
          {
            action: 'move',
            patch: { place: { spaceId: place.spaceId, ...(place.layout && { layout: place.layout }) } },
            reason: '',
          },
          dates.map(({ id }) => id),
        );
      }}
    >
      <p className="font-semibold">{t`${countText(dates.length, 'date has', 'dates have')} no space yet. Wanted: ${wantsText}, for ${people} people.`}</p>
      <div className="flex flex-wrap items-end gap-2">
        <PickPlace places={places} people={people} value={place} label={t`Space`} onPick={setPlace} />
        <Button
          isMain
          isSubmit
          isBusy={change.isSending}
          off={place ? null : t`Choose a space first.`}
        >{t`Give ${countText(dates.length, 'date', 'dates')} this space`}</Button>
      </div>
    </Form>
  );
}
