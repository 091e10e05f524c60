'use client';
import { TimeField } from '@/ui/kit/dates/time-field';
import { Field } from '@/ui/kit/field';
import { Button } from '@/ui/kit/button';
import { NumberField, Select, TextField } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { FootBar } from '@/ui/kit/foot-bar';
import { useState } from 'react';
import type { BookingLine, BookingsView } from '@/contracts/decisions/bookings';
import type { ChangeBody } from '@/contracts/requests/change';
import { countText } from '@/contracts/words/when';
import { ChangeDone } from '@/ui/requests/change-done';
import { useChange } from '@/ui/requests/use-change';
import { sayNumbers, usePreview } from '@/ui/requests/use-preview';
import { COMMANDS, itemsOfLines, moveStep, type Command, type MoveFields } from './bookings-step';
import { KeepIndoors } from '@/ui/requests/patch-fields';
import { Form } from '@/ui/kit/form';
import { LookingAhead } from '@/ui/requests/looking-ahead';

const STAY: MoveFields = { days: '', startsAt: '', space: '' };

function MoveInputs({
  fields,
  spaces,
  onChange,
}: {
  fields: MoveFields;
  spaces: BookingsView['spaces'];
  onChange(fields: MoveFields): void;
}) {
  const set = (name: keyof MoveFields) => (event: { target: { value: string } }) =>
    onChange({ ...fields, [name]: event.target.value });
  return (
    <>
      <label className="text-note">
        <span className="block text-soft">{t`Days later`}</span>
        <NumberField
          className="w-24"
          step="1"
          min="-366"
          max="366"
          value={fields.days}
          onChange={set('days')}
        />
      </label>
      <Field label={t`Beginning at`} look="note">
        <TimeField
          className="w-32"
          value={fields.startsAt}
          onChange={(value) => set('startsAt')({ target: { value } })}
        />
      </Field>
      <label className="text-note">
        <span className="block text-soft">{t`In`}</span>
        <Select className="w-48" value={fields.space} onChange={set('space')}>
          <option value="">{t`where they are`}</option>
          {spaces.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
      </label>
    </>
  );
}

type Preview = ReturnType<typeof usePreview>;

/** What is to be cancelled, by name, before it is. */
function ToCancel({ picked }: { picked: readonly BookingLine[] }) {
  return (
    <div role="alert" className="basis-full border-l-4 border-clash bg-sunk px-3 py-2">
      <p className="font-semibold">{t`These are cancelled, and those who asked are told:`}</p>
      <ul className="max-h-40 overflow-y-auto">
        {picked.map(({ occurrence, title, when, reference }) => (
          <li key={occurrence}>
            {title} <span className="text-soft">{`${when} · ${reference}`}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** In numbers what it would do, by the server itself; changing the category moves nothing. */
function Foresight({ step, preview }: { step: ChangeBody['step'] | null; preview: Preview }) {
  if (!step) return null;
  if (preview === null) return <LookingAhead />;
  if (typeof preview === 'string') return <p className="min-h-6 text-clash">{preview}</p>;
  return (
    <div aria-live="polite">
      <p className="min-h-6 font-semibold">
        {[countText(preview.changed, 'date changes', 'dates change'), sayNumbers(preview)]
          .filter(Boolean)
          .join(', ')}
        .
      </p>
      <ul className="max-h-32 overflow-y-auto text-note">
        {[...preview.sentences, ...preview.reasonFor, ...preview.warnings].map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
    </div>
  );
}

/** Why there is nothing to do yet with what is picked. */
function whyNothing(command: Command, isSaid: boolean): string {
  if (command === 'category') return t`Choose a category first.`;
  return isSaid ? t`None of them can: what is in the way is said above.` : t`Say first where they move to.`;
}

interface BookingsCommandProps {
  readonly picked: readonly BookingLine[];
  readonly view: Pick<BookingsView, 'spaces' | 'categories'>;
  onDone(): void;
}

interface CommandChoiceProps {
  readonly command: 'move' | 'cancel' | 'category';
  readonly setCommand: (command: 'move' | 'cancel' | 'category') => void;
  readonly setMeant: (meant: boolean) => void;
}

const CommandChoice = ({ command, setCommand, setMeant }: CommandChoiceProps) => (
  <label className="text-note">
    <span className="block text-soft">{t`Together`}</span>
    <Select
      className="w-48"
      value={command}
      onChange={({ target }) => {
        setCommand(target.value as Command);
        setMeant(false);
      }}
    >
      {(Object.keys(COMMANDS) as Command[]).map((key) => (
        <option key={key} value={key}>
          {COMMANDS[key]}
        </option>
      ))}
    </Select>
  </label>
);

interface CategoryChoiceProps {
  readonly category: string;
  readonly setCategory: (category: string) => void;
  readonly view: Pick<BookingsView, 'spaces' | 'categories'>;
}

const CategoryChoice = ({ category, setCategory, view }: CategoryChoiceProps) => (
  <label className="text-note">
    <span className="block text-soft">{t`To`}</span>
    <Select className="w-48" value={category} onChange={({ target }) => setCategory(target.value)}>
      <option value="">{t`choose one`}</option>
      {view.categories.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </Select>
  </label>
);

interface WhyProps {
  readonly needsReason: boolean;
  readonly reason: string;
  readonly setReason: (reason: string) => void;
}

const Why = ({ needsReason, reason, setReason }: WhyProps) => (
  <label className="min-w-48 flex-1 text-note">
    <span className="block text-soft">
      {needsReason ? t`Why: needed here, those who asked read it` : t`Why (those who asked read it)`}
    </span>
    <TextField
      maxLength={MOST_CHARACTERS.reason}
      value={reason}
      onChange={({ target }) => setReason(target.value)}
    />
  </label>
);

interface SayCommandParts {
  readonly command: 'move' | 'cancel' | 'category';
  readonly items: { reference: string; version: number; occurrences: number[] }[];
  readonly blocked: Set<number>;
  readonly possible: BookingLine[];
  readonly isMeant: boolean;
}

/** What the press does, by number. */
function sayCommand({ command, items, blocked, possible, isMeant }: SayCommandParts) {
  return command === 'category'
    ? t`Change the category of ${countText(items.length, 'request', 'requests')}`
    : blocked.size > 0
      ? t`${COMMANDS[command]} the ${possible.length} that can be`
      : isMeant && command === 'cancel'
        ? t`Cancel these ${countText(possible.length, 'booking', 'bookings')}`
        : `${COMMANDS[command]} ${countText(possible.length, 'booking', 'bookings')}`;
}

/** What is chosen to be done with the picked bookings, what it would do, and doing it. */
function useCommand(picked: readonly BookingLine[], onDone: () => void) {
  const change = useChange({ reference: '', version: 1 });
  const [command, setCommand] = useState<Command>('move');
  const [fields, setFields] = useState(STAY);
  const [category, setCategory] = useState('');
  const [reason, setReason] = useState('');
  const [isMeant, setMeant] = useState(false);
  const [keepIndoors, setKeepIndoors] = useState(false);
  const items = itemsOfLines(picked);
  const step =
    command === 'move'
      ? moveStep(fields, picked, reason, keepIndoors)
      : command === 'cancel'
        ? ({ action: 'cancel', reason } as const)
        : null;
  const preview = usePreview(step && withoutReason(step), items);
  const seen = typeof preview === 'string' ? null : preview;
  const blocked = new Set(seen?.blocked);
  const possible = picked.filter(({ occurrence }) => !blocked.has(occurrence));
  const needsReason = command === 'cancel' || (seen?.reasonFor.length ?? 0) > 0;
  const isReady = command === 'category' ? category !== '' : step !== null && possible.length > 0;
  const whyOff = !isReady
    ? whyNothing(command, step !== null)
    : needsReason && !reason.trim()
      ? t`Write why: those who asked read it.`
      : null;
  const run = async () => {
    if (command === 'cancel' && !isMeant) return setMeant(true);
    const those = itemsOfLines(possible);
    const stepOfThose = command === 'move' ? moveStep(fields, possible, reason, keepIndoors) : step;
    const isDone =
      command === 'category'
        ? await change.runAt('/api/recategorise', {
            items: items.map(({ reference, version }) => ({ reference, version })),
            categoryId: Number(category),
            reason,
          })
        : stepOfThose !== null && (await change.runFor(stepOfThose, those));
    if (!isDone) return;
    setFields(STAY);
    setReason('');
    setMeant(false);
    onDone();
  };
  return {
    change,
    command,
    setCommand,
    fields,
    setFields,
    category,
    setCategory,
    reason,
    setReason,
    isMeant,
    setMeant,
    keepIndoors,
    setKeepIndoors,
    items,
    step,
    preview,
    blocked,
    possible,
    needsReason,
    whyOff,
    run,
  };
}

/** What is to be done with the picked bookings: seen in numbers first, done whole or not at all, taken back in one. */
export function BookingsCommand({ picked, view, onDone }: BookingsCommandProps) {
  const {
    change,
    command,
    setCommand,
    fields,
    setFields,
    category,
    setCategory,
    reason,
    setReason,
    isMeant,
    setMeant,
    keepIndoors,
    setKeepIndoors,
    items,
    step,
    preview,
    blocked,
    possible,
    needsReason,
    whyOff,
    run,
  } = useCommand(picked, onDone);
  if (!picked.length && !change.doneText && !change.error && !change.isSending) return null;
  const words = sayCommand({ command, items, blocked, possible, isMeant });
  return (
    <FootBar aria-label={t`Together`} isUp={picked.length > 0}>
      <ChangeDone change={change} />
      {picked.length > 0 && (
        <Form
          className="flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void run();
          }}
        >
          <CommandChoice command={command} setCommand={setCommand} setMeant={setMeant} />
          {command === 'move' && <MoveInputs fields={fields} spaces={view.spaces} onChange={setFields} />}
          {command === 'category' && (
            <CategoryChoice category={category} setCategory={setCategory} view={view} />
          )}
          <Why needsReason={needsReason} reason={reason} setReason={setReason} />
          {isMeant && command === 'cancel' && <ToCancel picked={possible} />}
          <Button isMain isSubmit isBusy={change.isSending} off={whyOff}>
            {words}
          </Button>
        </Form>
      )}
      {command === 'move' && <KeepIndoors preview={preview} isKept={keepIndoors} onChange={setKeepIndoors} />}
      {picked.length > 0 && !change.isSending && <Foresight step={step} preview={preview} />}
    </FootBar>
  );
}

// What it would do does not hang on the words: it is not asked again while they are typed.
const withoutReason = (step: ChangeBody['step']): ChangeBody['step'] =>
  'reason' in step ? { ...step, reason: '' } : step;
