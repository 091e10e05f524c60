'use client';
import { Checkbox } from '@/ui/kit/fields';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import type { DateView, RequestView } from '@/contracts/requests/request-view';
import { countText } from '@/contracts/words/when';
import { PickPlace, type PickedPlace, type PlaceOption } from './place-fields';
import type { ChangeHandle } from './use-change';
import { Form } from '@/ui/kit/form';

interface KeptProps {
  readonly change: ChangeHandle;
  readonly places: string;
  readonly dates: readonly DateView[];
}

/** What is kept indoors, for one date or several: gone to, or given up. */
function KeptIndoors({ change, places, dates }: KeptProps) {
  const ids = dates.map(({ id }) => id);
  const count = countText(ids.length, 'date', 'dates');
  const each = dates.map(({ id, fallback }) => ({
    occurrence: id,
    patch: { spaces: [...fallback!.swaps] },
  }));
  return (
    <div className="flex flex-wrap items-center gap-2 py-1">
      <span className="min-w-60 flex-1">
        <span className="font-semibold">{places}</span>
        {t` is held for ${dates.length === 1 ? dates[0]!.when : count}.`}
      </span>
      <Button
        isMain
        isBusy={change.isSending}
        onClick={() => change.run({ action: 'move', each, reason: t`The weather.` }, ids)}
      >{t`Move ${count} indoors`}</Button>
      <Button
        isBusy={change.isSending}
        onClick={() => change.run({ action: 'drop-fallback' }, ids)}
      >{t`Release it`}</Button>
    </div>
  );
}

interface ForWhichDatesProps {
  readonly dates: readonly DateView[];
  readonly left: ReadonlySet<number>;
  readonly toggle: (id: number) => void;
}

const ForWhichDates = ({ dates, left, toggle }: ForWhichDatesProps) => (
  <fieldset className="max-h-44 overflow-y-auto">
    <legend className="text-note text-soft">{t`For which dates`}</legend>
    {dates.map(({ id, when }) => (
      <label key={id} className="flex min-h-7 items-center gap-2">
        <Checkbox className="size-4" checked={!left.has(id)} onChange={() => toggle(id)} />
        {when}
      </label>
    ))}
  </fieldset>
);

interface IndoorsProps {
  readonly places: readonly PlaceOption[];
  readonly request: RequestView;
  readonly place: PickedPlace | null;
  readonly setPlace: (place: PickedPlace | null) => void;
  readonly change: ChangeHandle;
  readonly picked: DateView[];
}

const Indoors = ({ places, request, place, setPlace, change, picked }: IndoorsProps) => (
  <div className="flex flex-wrap items-end gap-2">
    <PickPlace
      places={places.filter(({ isOutdoor }) => !isOutdoor)}
      people={request.people}
      value={place}
      label={t`Space indoors`}
      usual={t`as outdoors, where it can be`}
      onPick={setPlace}
    />
    <Button
      isSubmit
      isBusy={change.isSending}
      off={!picked.length ? t`Pick dates first.` : place ? null : t`Choose a space indoors first.`}
    >{t`Keep it for ${countText(picked.length, 'date', 'dates')}`}</Button>
  </div>
);

interface KeepProps {
  readonly request: RequestView;
  readonly change: ChangeHandle;
  readonly dates: readonly DateView[];
  readonly places: readonly PlaceOption[];
}

/** Keeping a space indoors for dates outdoors that have none yet. */
function KeepIndoors({ request, change, dates, places }: KeepProps) {
  const [place, setPlace] = useState<PickedPlace | null>(null);
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const picked = dates.filter(({ id }) => !left.has(id));
  const toggle = (id: number) =>
    setLeft(new Set(left.has(id) ? [...left].filter((each) => each !== id) : [...left, id]));
  const keep = async () => {
    if (!place) return;
    const each = picked.map(({ id, outdoors }) => ({
      occurrence: id,
      patch: {
        spaces: outdoors.map((from) => ({
          from,
          to: place.spaceId,
          ...(place.layout && { layout: place.layout }),
        })),
      },
    }));
    const isDone = await change.run(
      { action: 'set-fallback', each },
      picked.map(({ id }) => id),
    );
    if (isDone) setPlace(null);
  };
  return (
    <Form
      className="grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      {dates.length > 1 && <ForWhichDates dates={dates} left={left} toggle={toggle} />}
      <Indoors
        places={places}
        request={request}
        place={place}
        setPlace={setPlace}
        change={change}
        picked={picked}
      />
    </Form>
  );
}

interface FallbackPanelProps {
  readonly request: RequestView;
  readonly change: ChangeHandle;
  readonly places: readonly PlaceOption[];
}

/** For dates outdoors: a place indoors that is kept for the day the weather turns, and going there when it does. */
export function FallbackPanel({ request, change, places }: FallbackPanelProps) {
  const outdoors = request.dates.filter(
    ({ isPast, actions, outdoors: spaces }) =>
      !isPast && spaces.length > 0 && actions.includes('set-fallback'),
  );
  if (!outdoors.length) return null;
  const kept = outdoors.filter(({ fallback }) => fallback !== null);
  const bare = outdoors.filter(({ fallback }) => fallback === null);
  const names = [...new Set(kept.map(({ fallback }) => fallback!.places))];
  return (
    <section aria-label={t`Should the weather turn`} className="my-3 border-l-4 border-strong-rule px-3 py-1">
      <h2 className="text-lg">{t`Should the weather turn`}</h2>
      {names.map((name) => (
        <KeptIndoors
          key={name}
          change={change}
          places={name}
          dates={kept.filter(({ fallback }) => fallback!.places === name)}
        />
      ))}
      {bare.length > 0 && (
        <KeepIndoors
          key={bare.map(({ id }) => id).join()}
          request={request}
          change={change}
          dates={bare}
          places={places}
        />
      )}
    </section>
  );
}
