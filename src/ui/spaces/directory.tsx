import { Button } from '@/ui/kit/button';
import { TextField } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import type { PlaceDirectory } from '@/contracts/calendar/places';
import { boardHref } from '@/ui/board/board-address';
import { PinButton } from './pin-button';

interface SpacesListedProps {
  readonly places: PlaceDirectory;
  readonly isSignedIn: boolean;
}

const SpacesListed = ({ places, isSignedIn }: SpacesListedProps) => (
  <section aria-label={t`Spaces`} className="sheet p-4">
    <h2 className="pb-1 text-xl">{t`Spaces`}</h2>
    <ul className="divide-y divide-rule">
      {places.spaces.map(({ id, code, name, building, seats, isPinned, isUsed }) => (
        <li key={id} className="flex flex-wrap items-center gap-x-3 py-1">
          <Link href={`/spaces/${code}`} className="min-w-44 font-semibold">
            {name}
          </Link>
          <span className="flex-1 text-soft">
            {code}, <Link href={boardHref({ building })}>{building}</Link>
            {isPinned ? t` · pinned` : isUsed ? t` · used before` : ''}
          </span>
          <span>{t`up to ${seats}`}</span>
          {isSignedIn && <PinButton kind="space" id={id} name={name} isPinned={isPinned} />}
        </li>
      ))}
    </ul>
  </section>
);

/** Every place by name, those first that one pinned or used before. */
export function Directory({ places, isSignedIn }: { places: PlaceDirectory; isSignedIn: boolean }) {
  return (
    <div className="grid gap-5">
      <SpacesListed places={places} isSignedIn={isSignedIn} />
      <section aria-label={t`Equipment`} className="sheet p-4">
        <h2 className="pb-1 text-xl">{t`Equipment and staff pools`}</h2>
        <ul className="divide-y divide-rule">
          {places.pools.map(({ id, name, store, isPinned }) => (
            <li key={id} className="flex flex-wrap items-center gap-x-3 py-1">
              <Link href={`/equipment/${id}`} className="min-w-44 font-semibold">
                {name}
              </Link>
              <span className="flex-1 text-soft">
                {store}
                {isPinned ? t` · pinned` : ''}
              </span>
              {isSignedIn && <PinButton kind="pool" id={id} name={name} isPinned={isPinned} />}
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

/** Place given: the board of its building, with whatever else goes on there. */
export function KnownPlace({ places, fault }: { places: PlaceDirectory; fault: string }) {
  const buildings = [...new Set(places.spaces.map(({ building }) => building))];
  return (
    <form action="/spaces" aria-label={t`Known space`} className="sheet mb-4 grid gap-2 p-4">
      <label>
        {t`A space you know`}
        <TextField
          name="at"
          list="known-places"
          autoComplete="off"
          placeholder={t`a building or a space`}
          aria-invalid={fault !== ''}
        />
      </label>
      <datalist id="known-places">
        {buildings.map((each) => (
          <option key={each} value={each} />
        ))}
        {places.spaces.map(({ id, name }) => (
          <option key={id} value={name} />
        ))}
      </datalist>
      {fault && (
        <p role="alert" className="text-note text-conflict">
          {fault}
        </p>
      )}
      <Button isSubmit>{t`See its building on the board`}</Button>
    </form>
  );
}
