'use client';
import { TimeField } from '@/ui/kit/dates/time-field';
import { Field } from '@/ui/kit/field';
import { Button } from '@/ui/kit/button';
import { NumberField, Select, TextField } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { FootBar } from '@/ui/kit/foot-bar';
import type { BookingLine, BookingsView } from '@/contracts/decisions/bookings';
import type { ChangeBody } from '@/contracts/requests/change';
import { countText } from '@/contracts/words/when';
import { ChangeDone } from '@/ui/requests/change-done';
import { sayNumbers, type usePreview } from '@/ui/requests/use-preview';
import { COMMANDS, type Command, type MoveFields } from './bookings-step';
import { useBookingsCommand } from './use-bookings-command';
import { KeepIndoors } from '@/ui/requests/patch-fields';
import { Form } from '@/ui/kit/form';
import { LookingAhead } from '@/ui/requests/looking-ahead';

interface DaysLaterProps {
  readonly fields: MoveFields;
  readonly set: (name: keyof MoveFields) => (event: { target: { value: string } }) => void;
}

const DaysLater = ({ fields, set }: DaysLaterProps) => (
  <label className="text-note">
    <span className="block text-soft">{t`Days later`}</span>
    <NumberField className="w-24" step="1" min="-366" max="366" value={fields.days} onChange={set('days')} />
  </label>
);

interface InSpaceProps {
  readonly fields: MoveFields;
  readonly set: (name: keyof MoveFields) => (event: { target: { value: string } }) => void;
  readonly spaces: BookingsView['spaces'];
}

const InSpace = ({ fields, set, spaces }: InSpaceProps) => (
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
);

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
      <DaysLater fields={fields} set={set} />
      <Field label={t`Beginning at`} look="note">
        <TimeField
          className="w-32"
          value={fields.startsAt}
          onChange={(value) => set('startsAt')({ target: { value } })}
        />
      </Field>
      <InSpace fields={fields} set={set} spaces={spaces} />
    </>
  );
}

/** What is to be cancelled, by name, before it is. */
function ToCancel({ picked }: { picked: readonly BookingLine[] }) {
  return (
    <div role="alert" className="basis-full border-l-4 border-conflict bg-sunk px-3 py-2">
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
function Foresight({
  step,
  preview,
}: {
  step: ChangeBody['step'] | null;
  preview: ReturnType<typeof usePreview>;
}) {
  if (!step) return null;
  if (preview === null) return <LookingAhead />;
  if (typeof preview === 'string') return <p className="min-h-6 text-conflict">{preview}</p>;
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

interface BookingsCommandProps {
  readonly picked: readonly BookingLine[];
  readonly view: Pick<BookingsView, 'spaces' | 'categories'>;
  onDone(): void;
}

interface CommandChoiceProps {
  readonly command: Command;
  onChoose(command: Command): void;
}

const CommandChoice = ({ command, onChoose }: CommandChoiceProps) => (
  <label className="text-note">
    <span className="block text-soft">{t`Together`}</span>
    <Select className="w-48" value={command} onChange={({ target }) => onChoose(target.value as Command)}>
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
  onChoose(category: string): void;
  readonly view: Pick<BookingsView, 'spaces' | 'categories'>;
}

const CategoryChoice = ({ category, onChoose, view }: CategoryChoiceProps) => (
  <label className="text-note">
    <span className="block text-soft">{t`To`}</span>
    <Select className="w-48" value={category} onChange={({ target }) => onChoose(target.value)}>
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

interface CommandFormProps {
  readonly on: ReturnType<typeof useBookingsCommand>;
  readonly view: BookingsCommandProps['view'];
}

const CommandForm = ({ on, view }: CommandFormProps) => {
  const { change, fields, set, run, possible, needsReason, whyOff, words } = on;
  const { command, move, category, reason, isMeant } = fields;
  return (
    <Form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void run();
      }}
    >
      <CommandChoice command={command} onChoose={(next) => set({ command: next, isMeant: false })} />
      {command === 'move' && (
        <MoveInputs fields={move} spaces={view.spaces} onChange={(next) => set({ move: next })} />
      )}
      {command === 'category' && (
        <CategoryChoice category={category} view={view} onChoose={(next) => set({ category: next })} />
      )}
      <Why needsReason={needsReason} reason={reason} setReason={(next) => set({ reason: next })} />
      {isMeant && command === 'cancel' && <ToCancel picked={possible} />}
      <Button isMain isSubmit isBusy={change.isSending} off={whyOff}>
        {words}
      </Button>
    </Form>
  );
};

/** What is to be done with the picked bookings: seen in numbers first, done whole or not at all, taken back in one. */
export function BookingsCommand({ picked, view, onDone }: BookingsCommandProps) {
  const on = useBookingsCommand(picked, onDone);
  const { change, fields, set, step, preview } = on;
  if (!picked.length && !change.doneText && !change.error && !change.isSending) return null;
  return (
    <FootBar aria-label={t`Together`} isUp={picked.length > 0}>
      <ChangeDone change={change} />
      {picked.length > 0 && <CommandForm on={on} view={view} />}
      {fields.command === 'move' && (
        <KeepIndoors
          preview={preview}
          isKept={fields.keepIndoors}
          onChange={(keepIndoors) => set({ keepIndoors })}
        />
      )}
      {picked.length > 0 && !change.isSending && <Foresight step={step} preview={preview} />}
    </FootBar>
  );
}
