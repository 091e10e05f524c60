'use client';
import { useContractForm, useFields } from '@/ui/hooks/use-contract-form';
import { saveSettingsSchema } from '@/contracts/accounts/save-settings';
import { Button } from '@/ui/kit/button';
import { Checkbox, NumberField, Select } from '@/ui/kit/fields';
import { LANGUAGE_NAMES, LANGUAGES } from '@/contracts/language/languages';
import { t, tAs } from '@/contracts/language/translate';
import { MOST_BOARD_DAYS } from '@/contracts/base/board-days';
import { MOST_ZOOM, ownSettings, REMINDERS_MIN, type OwnSettings } from '@/contracts/language/own-settings';
import { WEEKDAY_NAMES } from '@/contracts/words/rule';
import { REMINDER_WORDS } from '@/contracts/accounts/settings-words';
import { send } from '@/ui/hooks/send';
import { useSend } from '@/ui/hooks/use-send';
import { Combobox } from '@/ui/kit/combobox';
import { Field } from '@/ui/kit/field';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { showSettings } from '../hooks/page-settings';
import { Form } from '@/ui/kit/form';
import { RadioGroup } from '@/ui/kit/radio-group';

const HOURS = Array.from({ length: 25 }, (_, hour) => hour);
const USUAL_HOURS: [number, number] = [8, 20];

type Set = (change: Partial<OwnSettings>) => void;

interface BoardOpensProps {
  readonly days: number;
  readonly set: Set;
  readonly zoom: number;
}

const BoardOpens = ({ days, set, zoom }: BoardOpensProps) => (
  <p className="flex flex-wrap gap-6">
    <label>
      {t`Days it opens with `}
      <NumberField
        className="w-20"
        min={1}
        max={MOST_BOARD_DAYS}
        value={days}
        onChange={({ target }) => set({ days: Number(target.value) })}
      />
    </label>
    <label>
      {t`How large it opens `}
      <Select className="w-40" value={zoom} onChange={({ target }) => set({ zoom: Number(target.value) })}>
        {[...new Set([1, 1.5, 2, 3, 4, 6, MOST_ZOOM / 2, zoom])]
          .sort((a, b) => a - b)
          .map((each) => (
            <option key={each} value={each}>
              {each === 1 ? t`all of it in sight` : t`${each} times`}
            </option>
          ))}
      </Select>
    </label>
  </p>
);

const HoursShown = ({ hours, set }: { readonly hours: [number, number] | null; readonly set: Set }) => (
  <RadioGroup
    legend={t`Hours it shows`}
    name="hours"
    options={[
      ['open', t`those when anything is open`],
      ['own', t`hours of my own, and whatever is booked outside them`],
    ]}
    value={hours ? 'own' : 'open'}
    onChange={(which) => set({ hours: which === 'own' ? USUAL_HOURS : null })}
  />
);

function BoardFields({ draft, set, fault }: { draft: OwnSettings; set: Set; fault: string }) {
  const { hours, days, zoom } = draft;
  const hour = (label: string, at: 0 | 1) => (
    <label>
      {label}{' '}
      <Select
        className="w-24"
        value={(hours ?? USUAL_HOURS)[at]}
        onChange={({ target }) => {
          const next: [number, number] = [...(hours ?? USUAL_HOURS)];
          next[at] = Number(target.value);
          set({ hours: next });
        }}
      >
        {HOURS.map((each) => (
          <option key={each} value={each}>
            {draft.clock === 24 ? `${each}:00` : `${each % 12 || 12} ${each % 24 < 12 ? 'am' : 'pm'}`}
          </option>
        ))}
      </Select>
    </label>
  );
  return (
    <section className="grid gap-3">
      <h2 className="border-b border-rule text-xl">{t`The board`}</h2>
      <HoursShown hours={hours} set={set} />
      {hours && (
        <p className="flex flex-wrap items-center gap-4">
          {hour(t`First hour`, 0)}
          {hour(t`Last hour`, 1)}
          <strong className="text-conflict">{fault}</strong>
        </p>
      )}
      <BoardOpens days={days} set={set} zoom={zoom} />
    </section>
  );
}

interface SecondZoneProps {
  readonly zones: readonly string[];
  readonly draft: OwnSettings;
  readonly set: Set;
}

const SecondZone = ({ zones, draft, set }: SecondZoneProps) => (
  <Field
    label={t`A second zone`}
    hint={t`Beside the times of the site, on the board and with each date. All that is booked is in the site’s.`}
  >
    {(ids) => (
      <div className="flex gap-2">
        <div className="w-72">
          <Combobox
            {...ids}
            options={zones.map((zone) => ({ value: zone, text: zone }))}
            value={draft.zone ?? ''}
            onChange={(zone) => set({ zone: zone || null })}
          />
        </div>
        {draft.zone && (
          <Button onClick={() => set({ zone: null })}>
            {t`None`}
            <span className="sr-only">{t` as second zone`}</span>
          </Button>
        )}
      </div>
    )}
  </Field>
);

const WeekStart = ({ draft, set }: { readonly draft: OwnSettings; readonly set: Set }) => (
  <label>
    <span className="block font-semibold">{t`A week begins on`}</span>
    <Select
      className="w-56"
      value={draft.weekStart}
      onChange={({ target }) => set({ weekStart: Number(target.value) })}
    >
      <option value={0}>{t`as the site has it`}</option>
      {WEEKDAY_NAMES.map((name, index) => (
        <option key={name} value={index + 1}>
          {name}
        </option>
      ))}
    </Select>
  </label>
);

function TimeFields({ draft, set, zones }: { draft: OwnSettings; set: Set; zones: readonly string[] }) {
  return (
    <section className="grid gap-3">
      <h2 className="border-b border-rule text-xl">{t`Language and time`}</h2>
      <RadioGroup
        legend={t`Language`}
        name="language"
        options={[
          ['', t`as the office has it`],
          ...LANGUAGES.map((each) => [each, LANGUAGE_NAMES[each]] as const),
        ]}
        value={draft.language ?? ''}
        onChange={(language) => set({ language: language || null })}
      />
      <RadioGroup
        legend={t`Clock`}
        name="clock"
        options={[
          [24, '14:30'],
          [12, '2:30 pm'],
        ]}
        value={draft.clock}
        onChange={(clock) => set({ clock })}
      />
      <WeekStart draft={draft} set={set} />
      <SecondZone zones={zones} draft={draft} set={set} />
    </section>
  );
}

interface LookFieldsProps {
  readonly draft: OwnSettings;
  readonly set: Set;
}

const LookFields = ({ draft, set }: LookFieldsProps) => (
  <section className="grid gap-3">
    <h2 className="border-b border-rule text-xl">{tAs('theme')`Look`}</h2>
    <RadioGroup
      legend={t`Theme`}
      name="theme"
      options={[
        ['device', t`as the device has it`],
        ['light', t`light`],
        ['dark', t`dark`],
      ]}
      value={draft.theme}
      onChange={(theme) => set({ theme })}
    />
    <RadioGroup
      legend={t`Contrast`}
      name="contrast"
      options={[
        ['usual', t`usual`],
        ['more', t`more`],
      ]}
      value={draft.contrast}
      onChange={(contrast) => set({ contrast })}
    />
  </section>
);

interface ReminderFieldsProps {
  readonly reminders: readonly number[];
  readonly setReminders: (reminders: readonly number[]) => void;
}

const ReminderFields = ({ reminders, setReminders }: ReminderFieldsProps) => (
  <fieldset>
    <legend className="w-full border-b border-rule font-serif text-xl font-semibold">{t`Letters before what I have booked`}</legend>
    <div className="flex flex-wrap gap-x-5 pt-2">
      {REMINDERS_MIN.map((minutes) => (
        <label key={minutes} className="flex min-h-8 cursor-pointer items-center gap-2">
          <Checkbox
            checked={reminders.includes(minutes)}
            onChange={({ target }) =>
              setReminders(
                target.checked ? [...reminders, minutes] : reminders.filter((each) => each !== minutes),
              )
            }
          />
          {REMINDER_WORDS[minutes]}
        </label>
      ))}
    </div>
  </fieldset>
);

interface SettingsFormProps {
  readonly settings: OwnSettings;
  /** Nothing without an account: letters need an address. */
  readonly reminders: readonly number[] | null;
  readonly zones: readonly string[];
}

/** What is chosen anew. The switch in the head of the page may have changed the theme since this was drawn. */
function useSettings({ settings, reminders }: SettingsFormProps) {
  const { error, faultOf: refused, run } = useSend({ again: () => form.onSubmit() });
  const chosenOf = (changes: Partial<OwnSettings>) => ({ ...ownSettings(), ...changes });
  const form = useContractForm({
    schema: saveSettingsSchema,
    defaultValues: { changes: {} as Partial<OwnSettings>, reminders },
    bodyOf: ({ changes, reminders: before }) => ({ settings: chosenOf(changes), reminders: before }),
    refused,
    keeps: true,
    submit: (body) =>
      run(
        () => send('POST', '/api/own/settings', body),
        (reply) => {
          if (!reply.ok) return;
          showSettings(chosenOf(form.getValues('changes')));
          // Loaded anew: what is drawn already was written otherwise.
          location.search = '?saved';
        },
      ),
  });
  const { fields, set } = useFields(form);
  const draft: OwnSettings = { ...settings, ...fields.changes };
  return {
    ...form,
    error,
    draft,
    reminders: fields.reminders,
    set: (change: Partial<OwnSettings>) => set({ changes: { ...fields.changes, ...change } }),
    setReminders: (next: readonly number[]) => set({ reminders: next }),
  };
}

/** How things are shown to whoever looks; kept with one press, and the page is drawn anew by it. */
export function SettingsForm(props: SettingsFormProps) {
  const { draft, set, reminders, setReminders, faultOf, error, onSubmit, isSending } = useSettings(props);
  return (
    <Form noValidate className="grid gap-6" onSubmit={onSubmit}>
      <LookFields draft={draft} set={set} />
      <TimeFields draft={draft} set={set} zones={props.zones} />
      <BoardFields draft={draft} set={set} fault={faultOf('settings.hours')} />
      {reminders && <ReminderFields reminders={reminders} setReminders={setReminders} />}
      <RefusalNote error={error && { ...error, message: error.fields[0]?.message ?? error.message }} />
      <p>
        <Button isMain isSubmit isBusy={isSending}>{t`Save these preferences`}</Button>
      </p>
    </Form>
  );
}
