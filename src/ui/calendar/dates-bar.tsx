'use client';
import { Bar, Steps } from '@/ui/kit/bar';
import { Button, ButtonLink } from '@/ui/kit/button';
import { Checkbox, TextField } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t, texts } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import { useState } from 'react';
import {
  type DateChoice,
  type DateChoices,
  type DateGroup,
  type DateState,
  DATE_GROUPS,
  DATE_STATES,
} from '@/contracts/calendar/dates';
import type { SavedView } from '@/contracts/accounts/own';
import { SHOWN_STATE_WORDS } from '@/contracts/words/states';
import { dayLong, daysText, monthLong } from '@/contracts/words/when';
import { addDays, type LocalDate } from '@/core/time/local-time';
import { weekNumber } from '@/core/time/weeks';
import { SavedViews } from '@/ui/frame/saved-views';
import { Mark } from '@/ui/kit/mark';
import {
  DATE_VIEWS,
  datesHref,
  monthRange,
  MOST_SIDE_BY_SIDE,
  turned,
  type DatesAddress,
  type DateView,
  type DayRange,
} from './dates-address';
import { datesQuery } from './dates-query';
import { DayNote } from '@/ui/frame/day-notes';

const VIEW_WORDS: Readonly<Record<DateView, string>> = texts({
  day: 'one day',
  week: 'a week',
  some: 'some days',
  month: 'a month',
  year: 'how full a year is',
  list: 'a running list',
});
export const GROUP_WORDS: Readonly<Record<DateGroup, string>> = texts({
  space: 'spaces',
  building: 'buildings',
  category: 'categories',
  host: 'hosts',
  calendar: 'calendars',
});
/** Up to here all choices are laid out; more are typed. */
const LAID_OUT = 16;

interface BarProps {
  readonly address: DatesAddress;
  readonly day: LocalDate;
  readonly today: LocalDate;
  readonly weekStart: number;
  readonly range: DayRange;
  readonly choices: DateChoices;
  readonly saved: readonly SavedView[];
  readonly isSignedIn: boolean;
  readonly isManager: boolean;
  go(change: Partial<DatesAddress>, how?: 'push' | 'replace'): void;
}

function titleOf({ address, day, range, weekStart }: BarProps): string {
  const last = addDays(range.from, range.days - 1);
  switch (address.view) {
    case 'day':
      return dayLong(day);
    case 'week':
      return t`Week ${weekNumber(day, weekStart)}, ${daysText(range.from, last)}`;
    case 'month':
      return monthLong(day);
    case 'year':
      return day.slice(0, 4);
    case 'some':
    case 'list':
      return daysText(range.from, last);
  }
}

function Pick<Value extends string>({
  label,
  value,
  options,
  onChoose,
}: {
  label: string;
  value: Value;
  options: readonly (readonly [value: Value, words: string])[];
  onChoose(value: Value): void;
}) {
  return (
    <select
      aria-label={label}
      className="border-b-2 border-strong-rule bg-paper py-0.5 pr-1 font-semibold"
      value={value}
      onChange={({ target }) => onChoose(target.value as Value)}
    >
      {options.map(([each, words]) => (
        <option key={each} value={each}>
          {words}
        </option>
      ))}
    </select>
  );
}

function Chip({ choice, isOn, onToggle }: { choice: DateChoice; isOn: boolean; onToggle(): void }) {
  return (
    <button
      type="button"
      aria-pressed={isOn}
      className="flex items-center gap-1.5 border-b-2 border-transparent px-1 py-0.5 aria-pressed:border-ink aria-pressed:font-semibold"
      onClick={onToggle}
    >
      {choice.mark && <Mark mark={choice.mark} hue={choice.hue ?? 'ink'} />} {choice.name}
    </button>
  );
}

interface AddOneProps {
  readonly by: 'space' | 'building' | 'category' | 'host' | 'calendar';
  readonly only: readonly number[];
  readonly all: readonly DateChoice[];
  readonly typed: string;
  readonly add: (name: string) => void;
}

const AddOne = ({ by, only, all, typed, add }: AddOneProps) => (
  <>
    <TextField
      aria-label={t`Add one of the ${GROUP_WORDS[by]}`}
      className="w-52 py-1"
      list="dates-choices"
      placeholder={only.length ? t`one more` : t`all ${all.length} ${GROUP_WORDS[by]}`}
      value={typed}
      onChange={({ target }) => add(target.value)}
    />
    <datalist id="dates-choices">
      {all.map(({ id, name }) => (
        <option key={id} value={name} />
      ))}
    </datalist>
  </>
);

/** Which spaces, categories, hosts or calendars: pressed ones only, or all while none is. */
function Chosen({ address, choices, go }: BarProps) {
  const [typed, setTyped] = useState('');
  const { by, only } = address;
  const all = choices[by];
  const toggle = (id: number) =>
    go({ only: only.includes(id) ? only.filter((each) => each !== id) : [...only, id] }, 'replace');
  const isMany = all.length > LAID_OUT;
  const shown = isMany ? all.filter(({ id }) => only.includes(id)) : all;
  const add = (name: string) => {
    const found = all.find((each) => each.name.toLowerCase() === name.trim().toLowerCase());
    if (found && !only.includes(found.id)) toggle(found.id);
    setTyped(found ? '' : name);
  };
  return (
    <div
      role="group"
      aria-label={t`Which ${GROUP_WORDS[by]}`}
      className="flex flex-wrap items-center gap-x-2 gap-y-1"
    >
      {isMany && <AddOne by={by} only={only} all={all} typed={typed} add={add} />}
      {shown.map((choice) => (
        <Chip
          key={choice.id}
          choice={choice}
          isOn={only.includes(choice.id)}
          onToggle={() => toggle(choice.id)}
        />
      ))}
      {only.length > 0 && (
        <button
          type="button"
          className="px-1 underline"
          onClick={() => go({ only: [] }, 'replace')}
        >{t`all of them`}</button>
      )}
    </div>
  );
}

/** The days of a month alone; and everything that chooses, as the server is asked for it. */
function printed({ address, day, range }: BarProps): string {
  const asked = datesQuery(address, address.view === 'month' ? monthRange(day) : range);
  return `/print?what=dates&${asked}${address.isApart ? '&apart=1' : ''}`;
}

/** Which days, on and back, kept views, print and search. */
function DatesHead(props: BarProps) {
  const { address, day, today, weekStart, go } = props;
  const { view } = address;
  const turn = (to: 1 | -1) => go({ day: turned(address, day, weekStart, to), details: null, pick: null });
  return (
    <Bar title={titleOf(props)}>
      {address.view === 'day' && <DayNote date={props.day} />}
      <Steps label={t`Go to`}>
        <Button onClick={() => turn(-1)}>{t`Earlier`}</Button>
        <Button onClick={() => go({ day: today, details: null, pick: null })}>{t`Today`}</Button>
        <Button onClick={() => turn(1)}>{t`Later`}</Button>
      </Steps>
      <SavedViews
        screen="dates"
        first={props.saved}
        here={datesHref({ ...address, day: null, details: null, pick: null })}
        isSignedIn={props.isSignedIn}
      />
      {view !== 'year' && <ButtonLink className="ml-auto" href={printed(props)}>{t`Print`}</ButtonLink>}
      <label className={view === 'year' ? 'ml-auto' : ''}>
        <span className="sr-only">{t`Find`}</span>
        <TextField
          className="w-44"
          placeholder={t`title, host, space`}
          type="search"
          maxLength={MOST_CHARACTERS.search}
          value={address.text}
          disabled={view === 'year'}
          onChange={({ target }) => go({ text: target.value }, 'replace')}
        />
      </label>
    </Bar>
  );
}

const states = (): [DateState | 'any', string][] => [
  ['any', t`any state`],
  ...DATE_STATES.map((state): [DateState, string] => [state, SHOWN_STATE_WORDS[state]]),
];

interface SeveralDaysProps {
  readonly view: 'some' | 'list';
  readonly range: DayRange;
  go(change: Partial<DatesAddress>, how?: 'push' | 'replace'): void;
}

const SeveralDays = ({ view, range, go }: SeveralDaysProps) => (
  <>
    {t`of`}
    <input
      aria-label={t`Days`}
      className="w-14 border-b-2 border-strong-rule bg-paper py-0.5 text-center font-semibold"
      type="number"
      min={1}
      max={view === 'some' ? MOST_SIDE_BY_SIDE : 366}
      value={range.days}
      onChange={({ target }) => {
        const count = Math.round(Number(target.value));
        if (count >= 1 && count <= 366) go({ count }, 'replace');
      }}
    />
    <span>{t`days`}</span>
  </>
);

interface HowShownProps {
  readonly by: 'space' | 'building' | 'category' | 'host' | 'calendar';
  go(change: Partial<DatesAddress>, how?: 'push' | 'replace'): void;
  readonly isApart: boolean;
  readonly address: DatesAddress;
}

const HowShown = ({ by, go, isApart, address }: HowShownProps) => (
  <>
    <span>{t`by`}</span>
    <Pick
      label={t`By`}
      value={by}
      options={DATE_GROUPS.map((each) => [each, GROUP_WORDS[each]] as const)}
      onChoose={(value) => go({ by: value, only: [] }, 'replace')}
    />
    ,
    <Pick
      label={t`Together or apart`}
      value={isApart ? 'apart' : 'together'}
      options={
        [
          ['together', t`each event once`],
          ['apart', t`apart in columns`],
        ] as const
      }
      onChoose={(value) => go({ isApart: value === 'apart' }, 'replace')}
    />
    {t`, in`}
    <Pick
      label={t`State`}
      value={address.state ?? 'any'}
      options={states()}
      onChoose={(value) => go({ state: value === 'any' ? null : value }, 'replace')}
    />
  </>
);

function DatesSentence({ address, range, go }: BarProps) {
  const { view, by, isApart } = address;
  return (
    <p className="flex flex-wrap items-baseline gap-x-1.5">
      {t`Show`}
      <Pick
        label={t`How much`}
        value={view}
        options={DATE_VIEWS.map((each) => [each, VIEW_WORDS[each]] as const)}
        onChoose={(value) => go({ view: value, details: null, pick: null })}
      />
      {(view === 'some' || view === 'list') && <SeveralDays view={view} range={range} go={go} />}
      {view !== 'year' && <HowShown by={by} go={go} isApart={isApart} address={address} />}
    </p>
  );
}

/** What is looked at, as a sentence whose words can be changed. Everything here stands in the address. */
export function DatesBar(props: BarProps) {
  const { address, go } = props;
  const { view, by } = address;
  return (
    <div className="grid gap-2 pb-2">
      <DatesHead {...props} />
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <DatesSentence {...props} />
        {view !== 'year' && (
          <label className="flex items-center gap-1.5">
            <Checkbox
              className="size-4"
              checked={address.withCancelled}
              onChange={({ target }) => go({ withCancelled: target.checked }, 'replace')}
            />
            {t`cancelled ones too`}
          </label>
        )}
      </div>
      {view !== 'year' && <Chosen {...props} />}
      {props.isManager && view !== 'year' && by !== 'calendar' && (
        <p>
          <Link
            href={`/administration/calendars/new?by=${by}${address.only.length ? `&only=${address.only.join('.')}` : ''}`}
            className="inline-block min-h-6 underline"
          >{t`Make a calendar of ${address.only.length ? t`these` : t`this`}`}</Link>
        </p>
      )}
    </div>
  );
}
