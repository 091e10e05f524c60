'use client';
import { Bar, Steps } from '@/ui/kit/bar';
import { Button, ButtonLink } from '@/ui/kit/button';
import { Choice } from '@/ui/kit/choice';
import { NumberField, TextField } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { MOST_ZOOM } from '@/contracts/language/own-settings';
import { Minus, Plus } from 'lucide-react';
import { useState } from 'react';
import type { BoardCategory } from '@/contracts/calendar/board';
import type { SavedView } from '@/contracts/accounts/own';
import { MOST_BOARD_DAYS } from '@/contracts/base/board-days';
import { SHOWN_STATE_WORDS } from '@/contracts/words/states';
import { FEATURE_WORDS } from '@/contracts/words/findings';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { countText, dayLong, dayShort } from '@/contracts/words/when';
import { LAYOUTS } from '@/core/seating/layouts';
import { FEATURES } from '@/core/spaces/features';
import { addDays, type LocalDate } from '@/core/time/local-time';
import { SavedViews } from '@/ui/frame/saved-views';
import { boardHref, BOOKING_STATES, filterCount, type BoardAddress } from './board-address';

interface BarProps {
  readonly address: BoardAddress;
  readonly from: LocalDate;
  readonly today: LocalDate;
  readonly buildings: readonly string[];
  readonly categories: readonly BoardCategory[];
  readonly printHref: string;
  readonly saved: readonly SavedView[];
  readonly isSignedIn: boolean;
  go(change: Partial<BoardAddress>, how?: 'push' | 'replace' | 'later'): void;
}

const NO_FILTERS: Partial<BoardAddress> = {
  text: '',
  building: '',
  only: [],
  seats: 0,
  layout: null,
  feature: null,
  category: null,
  host: '',
  state: null,
};

const CHOICE = { look: 'caps', className: 'block w-44' } as const;

interface HostFieldProps {
  readonly small: 'block w-28 text-base font-normal tracking-normal text-ink';
  readonly address: BoardAddress;
  readonly set: (change: Partial<BoardAddress>) => void;
}

const HostField = ({ small, address, set }: HostFieldProps) => (
  <label className="small-caps">
    {t`Host`}
    <TextField
      className={`${small} w-40`}
      value={address.host}
      maxLength={MOST_CHARACTERS.search}
      onChange={({ target }) => set({ host: target.value })}
    />
  </label>
);

interface OnlyFoundProps {
  readonly address: BoardAddress;
  readonly set: (change: Partial<BoardAddress>) => void;
}

const OnlyFound = ({ address, set }: OnlyFoundProps) => (
  <p>
    {t`Only ${countText(address.only.length, 'space', 'spaces')} that a search found. `}
    <button type="button" className="underline" onClick={() => set({ only: [] })}>{t`All others too`}</button>
  </p>
);

interface SeatsFieldProps {
  readonly small: 'block w-28 text-base font-normal tracking-normal text-ink';
  readonly address: BoardAddress;
  readonly set: (change: Partial<BoardAddress>) => void;
}

const SeatsField = ({ small, address, set }: SeatsFieldProps) => (
  <label className="small-caps">
    {t`Seats at least`}
    <NumberField
      className={small}
      min={0}
      value={address.seats || ''}
      onChange={({ target }) => set({ seats: Math.max(0, Math.round(Number(target.value) || 0)) })}
    />
  </label>
);

interface CategoryChoiceProps {
  readonly address: BoardAddress;
  readonly categories: readonly BoardCategory[];
  readonly set: (change: Partial<BoardAddress>) => void;
}

const CategoryChoice = ({ address, categories, set }: CategoryChoiceProps) => (
  <Choice
    {...CHOICE}
    label={t`Category`}
    value={address.category ?? ''}
    none={t`all`}
    options={categories.map(({ id, name }) => [id, name] as const)}
    onChange={({ target }) => set({ category: Number(target.value) || null })}
  />
);

interface LayoutChoiceProps {
  readonly address: BoardAddress;
  readonly set: (change: Partial<BoardAddress>) => void;
}

const LayoutChoice = ({ address, set }: LayoutChoiceProps) => (
  <Choice
    {...CHOICE}
    label={t`Layout`}
    value={address.layout ?? ''}
    none={t`any`}
    options={LAYOUTS.map((each) => [each, LAYOUT_WORDS[each]] as const)}
    onChange={({ target }) => set({ layout: LAYOUTS.find((each) => each === target.value) ?? null })}
  />
);

function Filters({ address, buildings, categories, go }: BarProps) {
  const set = (change: Partial<BoardAddress>) => go(change, 'replace');
  const small = 'block w-28 text-base font-normal tracking-normal text-ink';
  return (
    <div className="mt-2 flex flex-wrap items-end gap-3 border-t border-rule pt-2">
      <Choice
        {...CHOICE}
        label={t`Building`}
        value={address.building ?? ''}
        none={t`all`}
        options={buildings.map((each) => [each, each] as const)}
        onChange={({ target }) => set({ building: target.value })}
      />
      <SeatsField small={small} address={address} set={set} />
      <LayoutChoice address={address} set={set} />
      <Choice
        {...CHOICE}
        label={t`Having`}
        value={address.feature ?? ''}
        none={t`anything`}
        options={FEATURES.map((each) => [each, FEATURE_WORDS[each]] as const)}
        onChange={({ target }) => set({ feature: FEATURES.find((each) => each === target.value) ?? null })}
      />
      <CategoryChoice address={address} categories={categories} set={set} />
      <Choice
        {...CHOICE}
        label={t`State`}
        value={address.state ?? ''}
        none={t`all`}
        options={BOOKING_STATES.map((state) => [state, SHOWN_STATE_WORDS[state]] as const)}
        onChange={({ target }) => set({ state: (target.value || null) as BoardAddress['state'] })}
      />
      <HostField small={small} address={address} set={set} />
      {address.only.length > 0 && <OnlyFound address={address} set={set} />}
      <Button onClick={() => go(NO_FILTERS)}>{t`Leave nothing out`}</Button>
    </div>
  );
}

interface DayCountProps {
  readonly days: number;
  readonly go: (change: Partial<BoardAddress>, how?: 'push' | 'replace' | 'later') => void;
}

const DayCount = ({ days, go }: DayCountProps) => (
  <Steps label={t`Days side by side`}>
    <Button
      look="px-2"
      aria-label={t`One day fewer`}
      off={days > 1 ? null : t`One day is the least.`}
      onClick={() => go({ days: days - 1 }, 'replace')}
    >
      <Minus size={16} aria-hidden="true" />
    </Button>
    <span className="min-w-14 text-center">{countText(days, 'day', 'days')}</span>
    <Button
      look="px-2"
      aria-label={t`One day more`}
      off={days < MOST_BOARD_DAYS ? null : t`At most ${MOST_BOARD_DAYS} days.`}
      onClick={() => go({ days: days + 1 }, 'replace')}
    >
      <Plus size={16} aria-hidden="true" />
    </Button>
  </Steps>
);

interface CloserProps {
  readonly zoom: number;
  readonly go: (change: Partial<BoardAddress>, how?: 'push' | 'replace' | 'later') => void;
}

const Closer = ({ zoom, go }: CloserProps) => (
  <label className="flex items-center gap-2">
    {t`Closer`}
    <input
      type="range"
      className="w-20 accent-(--accent)"
      min={0}
      max={1}
      step="any"
      value={Math.log(zoom) / Math.log(MOST_ZOOM)}
      onChange={({ target }) => go({ zoom: MOST_ZOOM ** Number(target.value) }, 'later')}
    />
  </label>
);

interface FindOnBoardProps {
  readonly address: BoardAddress;
  readonly go: (change: Partial<BoardAddress>, how?: 'push' | 'replace' | 'later') => void;
}

const FindOnBoard = ({ address, go }: FindOnBoardProps) => (
  <label className="no-print">
    <span className="sr-only">{t`Find`}</span>
    <TextField
      className="w-36"
      placeholder={t`space, title`}
      type="search"
      maxLength={MOST_CHARACTERS.search}
      value={address.text}
      onChange={({ target }) => go({ text: target.value }, 'replace')}
    />
  </label>
);

/** Day, number of days, zoom, text and filters. Everything here stands in the address. */
export function BoardBar(props: BarProps) {
  const { address, from, today, go } = props;
  const { days, zoom } = address;
  const last = addDays(from, days - 1);
  const count = filterCount(address);
  const [isOpen, setOpen] = useState(count > 0);
  return (
    <div className="pb-2">
      <Bar
        title={days === 1 ? dayLong(from) : `${dayShort(from).replace(/ \d{4}$/, '')} – ${dayShort(last)}`}
      >
        <div className="no-print flex flex-wrap items-center gap-x-3 gap-y-2">
          <Steps label={t`Go to`}>
            <Button onClick={() => go({ day: addDays(from, -days) })}>{t`Earlier`}</Button>
            <Button onClick={() => go({ day: today })}>{t`Today`}</Button>
            <Button onClick={() => go({ day: addDays(from, days) })}>{t`Later`}</Button>
          </Steps>
          <DayCount days={days} go={go} />
          <Closer zoom={zoom} go={go} />
          <Button aria-expanded={isOpen} onClick={() => setOpen((before) => !before)}>
            {count > 0 ? countText(count, 'filter', 'filters') : t`Filter`}
          </Button>
        </div>
        <SavedViews
          screen="board"
          first={props.saved}
          here={boardHref({ ...address, day: null, details: null, pick: null })}
          isSignedIn={props.isSignedIn}
        />
        <ButtonLink className="no-print ml-auto" href={props.printHref}>{t`Print`}</ButtonLink>
        <FindOnBoard address={address} go={go} />
      </Bar>
      {isOpen && <Filters {...props} />}
    </div>
  );
}
