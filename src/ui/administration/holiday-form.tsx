'use client';
import { useRefresh } from '@/ui/hooks/use-refresh';
import { Checkbox } from '@/ui/kit/fields';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { HolidayLine } from '@/contracts/administration/holidays';
import type { NamedChoice, EntryDone } from '@/contracts/administration/docs';
import { countText } from '@/contracts/words/when';
import { sendOnce } from '@/ui/hooks/send-once';
import { useSend } from '@/ui/hooks/use-send';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { ImpactNote } from './impact-note';
import { SeveralInput } from './several-input';

interface HolidayFormProps {
  readonly options: readonly NamedChoice[];
  readonly places: readonly string[];
  readonly year: number;
  readonly lines: readonly HolidayLine[];
}

interface HolidayDaysProps extends Pick<HolidayFormProps, 'lines' | 'year'> {
  /** The days are of more than one place, so that each says of which. */
  readonly isOfSeveral: boolean;
  readonly isFixed: boolean;
  readonly picked: readonly string[];
  onPick(picked: readonly string[]): void;
}

function HolidayDays({ lines, year, isOfSeveral, isFixed, picked, onPick }: HolidayDaysProps) {
  const toggle = (key: string, isPicked: boolean) =>
    onPick(isPicked ? [...picked, key] : picked.filter((each) => each !== key));
  return (
    <fieldset disabled={isFixed}>
      <legend className="sr-only">{t`Days to be shut on`}</legend>
      <ul>
        {lines.map(({ key, when, name, of, isShut, dates }) => (
          <li key={key} className="border-t border-rule">
            <label className="flex min-h-9 cursor-pointer flex-wrap items-baseline gap-x-3 py-1">
              <Checkbox
                className="size-5 self-center"
                checked={picked.includes(key)}
                disabled={isShut}
                onChange={({ target }) => toggle(key, target.checked)}
              />
              <span className="figure w-60">{when}</span>
              <span className="font-semibold">{name}</span>
              <span className="flex-1 text-soft">{isOfSeveral ? of.join('; ') : ''}</span>
              {isShut && <span>{t`shut already`}</span>}
              {!isShut && dates > 0 && (
                <span className="text-conflict">{countText(dates, 'approved date', 'approved dates')}</span>
              )}
            </label>
          </li>
        ))}
      </ul>
      {lines.length === 0 && <p>{t`No holidays are known there in ${year}.`}</p>}
    </fieldset>
  );
}

/** Which days are picked, and shutting on them: looked at first, then done. */
function useHolidays(places: HolidayFormProps['places'], year: number, lines: HolidayFormProps['lines']) {
  const router = useRouter();
  const refresh = useRefresh();
  const [picked, setPicked] = useState<readonly string[]>(() =>
    lines.filter(({ isPublic, isShut }) => isPublic && !isShut).map(({ key }) => key),
  );
  const [pending, setPending] = useState<{ verb: string; done: EntryDone } | null>(null);
  const { error, isSending, run } = useSend({ again: null });
  const look = (of: readonly (string | number)[], when: number) =>
    router.push(`/administration/holidays?of=${of.join('.')}&year=${when}`, { scroll: false });
  const shut = (preview: boolean, as: 'closures' | 'notes' = 'closures') =>
    run<EntryDone>(
      () => sendOnce('/api/administration/holidays', { preview, places, year, days: picked, as }),
      (reply) => {
        if (!reply.ok) return setPending(null);
        const done = reply.value;
        if (preview) return setPending({ verb: t`Shut on ${countText(picked.length, 'day', 'days')}`, done });
        const list = as === 'notes' ? 'day-note' : 'closure';
        router.push(`/administration/${list}?said=${encodeURIComponent(done.summary)}`);
        refresh();
      },
    );
  return { picked, setPicked, pending, setPending, error, isSending, look, shut };
}

interface HolidayFootProps {
  readonly isSending: boolean;
  readonly picked: readonly string[];
  readonly shut: ReturnType<typeof useHolidays>['shut'];
}

const HolidayFoot = ({ isSending, picked, shut }: HolidayFootProps) => (
  <p className="flex flex-wrap gap-3">
    <Button
      isMain
      isBusy={isSending}
      off={picked.length ? null : t`Pick days first.`}
      onClick={() => void shut(true)}
    >{t`Shut on ${countText(picked.length, 'day', 'days')}`}</Button>
    <Button
      isBusy={isSending}
      off={picked.length ? null : t`Pick days first.`}
      onClick={() => void shut(false, 'notes')}
    >{t`Only say what ${picked.length === 1 ? t`it is` : t`they are`}`}</Button>
  </p>
);

/** Picks the days of holidays on which the site is shut. Which places and year stands in the address. */
export function HolidayForm({ options, places, year, lines }: HolidayFormProps) {
  const { picked, setPicked, pending, setPending, error, isSending, look, shut } = useHolidays(
    places,
    year,
    lines,
  );
  return (
    <div className="grid max-w-4xl gap-4">
      <SeveralInput
        legend={t`Countries and regions`}
        fault=""
        within=""
        options={options}
        picked={places}
        onChange={(of) => look(of, year)}
      />
      <p className="flex items-center gap-3">
        <Button onClick={() => look(places, year - 1)}>{year - 1}</Button>
        <strong className="text-xl">{year}</strong>
        <Button onClick={() => look(places, year + 1)}>{year + 1}</Button>
      </p>
      {places.length > 0 && (
        <HolidayDays
          lines={lines}
          year={year}
          isOfSeveral={places.length > 1}
          isFixed={pending !== null}
          picked={picked}
          onPick={setPicked}
        />
      )}
      <RefusalNote error={error} />
      {pending && (
        <ImpactNote
          pending={pending}
          isSending={isSending}
          confirm={async () => {
            await shut(false);
          }}
          back={() => setPending(null)}
        />
      )}
      {places.length > 0 && !pending && <HolidayFoot isSending={isSending} picked={picked} shut={shut} />}
    </div>
  );
}
