'use client';
import { MOST_CHARACTERS } from '@/contracts/text-limits';
import { say } from '@/contracts/language/say';
import { FootBar } from '@/ui/primitives/foot-bar';
import { useState } from 'react';
import type { BookingLine, BookingsView } from '@/contracts/bookings';
import type { ChangeBody } from '@/contracts/change';
import { countText } from '@/contracts/words/when';
import { ChangeDone } from '@/ui/requests/change-done';
import { useChange } from '@/ui/requests/use-change';
import { sayNumbers, usePreview } from '@/ui/requests/use-preview';
import { DEEDS, itemsOfLines, moveStep, type Deed, type MoveFields } from './bookings-step';

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
      <label className="text-[0.93rem]">
        <span className="block text-soft">{say`Days later`}</span>
        <input
          className="field w-24"
          type="number"
          step="1"
          min="-366"
          max="366"
          value={fields.days}
          onChange={set('days')}
        />
      </label>
      <label className="text-[0.93rem]">
        <span className="block text-soft">{say`Beginning at`}</span>
        <input className="field w-32" type="time" value={fields.startsAt} onChange={set('startsAt')} />
      </label>
      <label className="text-[0.93rem]">
        <span className="block text-soft">{say`In`}</span>
        <select className="field w-48" value={fields.space} onChange={set('space')}>
          <option value="">{say`where they are`}</option>
          {spaces.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
    </>
  );
}

/** In numbers what it would do, by the server itself; changing the category moves nothing. */
function Foresight({ step, items }: { step: ChangeBody['step'] | null; items: ChangeBody['items'] }) {
  const preview = usePreview(step, items);
  if (!step) return null;
  if (preview === null) return <p className="min-h-6 text-soft">{say`Looking at what it would do …`}</p>;
  if (typeof preview === 'string') return <p className="min-h-6 text-clash">{preview}</p>;
  return (
    <div aria-live="polite">
      <p className="min-h-6 font-semibold">
        {[countText(preview.changed, 'date changes', 'dates change'), sayNumbers(preview)]
          .filter(Boolean)
          .join(', ')}
        .
      </p>
      <ul className="max-h-32 overflow-y-auto text-[0.95rem]">
        {[...preview.sentences, ...preview.warnings].map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
    </div>
  );
}

interface BookingsDeedProps {
  readonly picked: readonly BookingLine[];
  readonly view: Pick<BookingsView, 'spaces' | 'categories'>;
  onDone(): void;
}

/** What is to be done with the picked bookings: seen in numbers first, done whole or not at all, taken back in one. */
export function BookingsDeed({ picked, view, onDone }: BookingsDeedProps) {
  const change = useChange({ reference: '', version: 1 });
  const [deed, setDeed] = useState<Deed>('move');
  const [fields, setFields] = useState(STAY);
  const [category, setCategory] = useState('');
  const [reason, setReason] = useState('');
  const items = itemsOfLines(picked);
  const step =
    deed === 'move'
      ? moveStep(fields, picked, reason)
      : deed === 'cancel'
        ? ({ action: 'cancel', reason } as const)
        : null;
  const canRun = picked.length > 0 && (deed === 'category' ? category !== '' : step !== null);
  const run = async () => {
    const isDone =
      deed === 'category'
        ? await change.runAt('/api/recategorise', {
            items: items.map(({ reference, version }) => ({ reference, version })),
            categoryId: Number(category),
            reason,
          })
        : step !== null && (await change.runFor(step, items));
    if (!isDone) return;
    setFields(STAY);
    setReason('');
    onDone();
  };
  if (!picked.length && !change.doneText && !change.error && !change.isSending) return null;
  const words =
    deed === 'category'
      ? say`Change the category of ${countText(items.length, 'request', 'requests')}`
      : `${DEEDS[deed]} ${countText(picked.length, 'booking', 'bookings')}`;
  return (
    <FootBar aria-label={say`Together`} isUp={picked.length > 0}>
      <ChangeDone change={change} />
      {picked.length > 0 && (
        <form
          className="flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void run();
          }}
        >
          <label className="text-[0.93rem]">
            <span className="block text-soft">{say`Together`}</span>
            <select
              className="field w-48"
              value={deed}
              onChange={({ target }) => setDeed(target.value as Deed)}
            >
              {(Object.keys(DEEDS) as Deed[]).map((key) => (
                <option key={key} value={key}>
                  {DEEDS[key]}
                </option>
              ))}
            </select>
          </label>
          {deed === 'move' && <MoveInputs fields={fields} spaces={view.spaces} onChange={setFields} />}
          {deed === 'category' && (
            <label className="text-[0.93rem]">
              <span className="block text-soft">{say`To`}</span>
              <select
                className="field w-48"
                value={category}
                onChange={({ target }) => setCategory(target.value)}
              >
                <option value="">{say`choose one`}</option>
                {view.categories.map(({ id, name }) => (
                  <option key={id} value={id}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
          )}
          <label className="min-w-48 flex-1 text-[0.93rem]">
            <span className="block text-soft">{say`Why (those who asked read it)`}</span>
            <input
              className="field"
              maxLength={MOST_CHARACTERS.reason}
              value={reason}
              onChange={({ target }) => setReason(target.value)}
            />
          </label>
          <button type="submit" className="press press-main" disabled={!canRun || change.isSending}>
            {words}
          </button>
          {change.isSending && (
            <>
              <progress className="h-2 w-28 self-center" aria-label={say`Being done`} />
              <button type="button" className="press" onClick={change.stop}>{say`Stop`}</button>
            </>
          )}
        </form>
      )}
      {picked.length > 0 && !change.isSending && (
        <Foresight step={step && withoutReason(step)} items={items} />
      )}
    </FootBar>
  );
}

// What it would do does not hang on the words: it is not asked again while they are typed.
const withoutReason = (step: ChangeBody['step']): ChangeBody['step'] =>
  'reason' in step ? { ...step, reason: '' } : step;
