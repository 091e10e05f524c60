'use client';
import { returnSchema, type StoreLine, type StoresDay } from '@/contracts/work-orders/stores';
import { useContractForm } from '@/ui/hooks/use-contract-form';
import { Field } from '@/ui/kit/field';
import { EmptyState } from '@/ui/kit/empty-state';
import { Button } from '@/ui/kit/button';
import { NumberField, TextField } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Form } from '@/ui/kit/form';

function ReturnForm({ line, onDone }: { line: StoreLine; onDone(): void }) {
  const { submit, error, faultOf: refused } = useSubmit();
  const { register, onSubmit, faultOf, isSending } = useContractForm({
    schema: returnSchema,
    defaultValues: {
      counted: line.returned?.counted ?? (line.quantity ?? 0) + line.movedDirectly,
      damaged: line.returned?.damaged ?? 0,
      note: line.returned?.note ?? '',
    },
    bodyOf: (fields) => ({ ...fields, typeId: line.typeId }),
    refused,
    submit: (body) => submit(`/api/orders/${line.orderId}/returns`, body),
    done: onDone,
  });
  const number = { min: 0, inputMode: 'numeric', className: 'h-11 w-24' } as const;
  return (
    <Form className="flex flex-wrap items-end gap-2 pt-1" onSubmit={onSubmit} noValidate>
      <Field look="note" label={t`Came back`} fault={faultOf('counted')}>
        <NumberField {...number} {...register('counted', { valueAsNumber: true })} />
      </Field>
      <Field look="note" label={t`of them damaged`} fault={faultOf('damaged')}>
        <NumberField {...number} {...register('damaged', { valueAsNumber: true })} />
      </Field>
      <Field look="note" label={t`What happened`} fault={faultOf('note')} className="grow">
        <TextField className="h-11" maxLength={MOST_CHARACTERS.remark} {...register('note')} />
      </Field>
      <Button isMain size="tall" isSubmit isBusy={isSending}>{t`Count them back`}</Button>
      <RefusalNote error={error?.fields.length ? null : error} className="basis-full" />
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
            <span className={`block font-semibold ${line.returned.damaged ? 'text-conflict' : 'text-clear'}`}>
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
