'use client';
import { EmptyState } from '@/ui/kit/empty-state';
import { Button } from '@/ui/kit/button';
import { NumberField, TextField } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { useId, useState, type SyntheticEvent } from 'react';
import type { StoreLine, StoresDay } from '@/contracts/work-orders/stores';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Form } from '@/ui/kit/form';

interface CountFieldProps {
  readonly field: 'counted' | 'damaged';
  readonly id: string;
  readonly label: string;
  readonly faultOf: (field: string) => string;
  readonly value: string;
  readonly set: (set: string) => void;
}

const CountField = ({ field, id, label, faultOf, value, set }: CountFieldProps) => (
  <div>
    <label htmlFor={`${id}-${field}`} className="block text-note">
      {label}
    </label>
    <NumberField
      id={`${id}-${field}`}
      min={0}
      inputMode="numeric"
      className="h-11 w-24"
      aria-invalid={Boolean(faultOf(field))}
      value={value}
      onChange={({ target }) => set(target.value)}
    />
  </div>
);

interface NoteFieldProps {
  readonly id: string;
  readonly note: string;
  readonly setNote: (note: string) => void;
}

const NoteField = ({ id, note, setNote }: NoteFieldProps) => (
  <div className="grow">
    <label htmlFor={`${id}-note`} className="block text-note">{t`What happened`}</label>
    <TextField
      id={`${id}-note`}
      className="h-11"
      maxLength={MOST_CHARACTERS.remark}
      value={note}
      onChange={({ target }) => setNote(target.value)}
    />
  </div>
);

function ReturnForm({ line, onDone }: { line: StoreLine; onDone(): void }) {
  const { submit, error, isSending, faultOf } = useSubmit();
  const id = useId();
  const [counted, setCounted] = useState(
    String(line.returned?.counted ?? (line.quantity ?? 0) + line.movedDirectly),
  );
  const [damaged, setDamaged] = useState(String(line.returned?.damaged ?? 0));
  const [note, setNote] = useState(line.returned?.note ?? '');
  const count = async (event: SyntheticEvent) => {
    event.preventDefault();
    const body = { typeId: line.typeId, counted: Number(counted), damaged: Number(damaged), note };
    if (await submit(`/api/orders/${line.orderId}/returns`, body)) onDone();
  };
  return (
    <Form className="flex flex-wrap items-end gap-2 pt-1" onSubmit={(event) => void count(event)}>
      {(
        [
          ['counted', t`Came back`, counted, setCounted],
          ['damaged', t`of them damaged`, damaged, setDamaged],
        ] as const
      ).map(([field, label, value, set]) => (
        <CountField
          key={field}
          field={field}
          id={id}
          label={label}
          faultOf={faultOf}
          value={value}
          set={set}
        />
      ))}
      <NoteField id={id} note={note} setNote={setNote} />
      <Button isMain size="tall" isSubmit isBusy={isSending}>{t`Count them back`}</Button>
      {error && (
        <div className="basis-full">
          <RefusalNote error={error} />
        </div>
      )}
    </Form>
  );
}

function Line({ line }: { line: StoreLine }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <li className="border-t border-rule py-2">
      <div className="grid gap-x-4 sm:grid-cols-[9rem_1fr_auto] sm:items-baseline">
        <p>
          <strong>{line.way === 'out' ? t`out` : t`back`}</strong>{' '}
          <span className="tabular-nums">{line.timeText}</span>
        </p>
        <p>
          <strong className="text-lg tabular-nums">{line.quantity ?? t`some`}</strong> × {line.name}{' '}
          <span className="text-soft">
            {line.way === 'out' ? t`to` : t`from`} {line.place}, {line.eventTitle} · {line.reference}
          </span>
          {line.movedDirectly > 0 && (
            <span className="block text-soft">{t`${line.movedDirectly} more move directly`}</span>
          )}
          {line.returned && (
            <span className={`block font-semibold ${line.returned.damaged ? 'text-clash' : 'text-clear'}`}>
              {line.returned.text}
              {line.returned.note && `: ${line.returned.note}`}
            </span>
          )}
        </p>
        {line.isCountable && (
          <Button
            size="tall"
            className="no-print"
            aria-expanded={isOpen}
            aria-label={t`${line.returned ? t`Count again` : t`Count back`}: ${line.name} from ${line.place}`}
            onClick={() => setOpen(!isOpen)}
          >
            {line.returned ? t`Count again` : t`Count back`}
          </Button>
        )}
      </div>
      {isOpen && <ReturnForm line={line} onDone={() => setOpen(false)} />}
    </li>
  );
}

/** Store by store what leaves and comes back, and what passes the stores. */
export function StoresList({ day }: { day: StoresDay }) {
  if (!day.stores.length)
    return <EmptyState>{t`Nothing leaves the stores on this day, and nothing comes back.`}</EmptyState>;
  return (
    <div className="grid gap-4">
      {day.movements.length > 0 && (
        <section className="sheet border-l-[6px] border-l-ink p-4" aria-labelledby="direct">
          <h2 id="direct" className="text-xl">{t`Straight to the next event`}</h2>
          <ul>
            {day.movements.map(({ quantity, name, timeText, from, to, toEvent }) => (
              <li key={`${name} ${from} ${to} ${timeText}`} className="border-t border-rule py-2">
                <span className="tabular-nums">{timeText}</span> <strong>{quantity}</strong>
                {t` × ${name}: ${from} to `}
                <strong>{to}</strong> <span className="text-soft">{t`for ${toEvent}`}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {day.stores.map(({ name, lines }) => (
        <section key={name} className="sheet p-4" aria-label={name}>
          <h2 className="text-xl">{name}</h2>
          <ul>
            {lines.map((line) => (
              <Line key={line.key} line={line} />
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}
