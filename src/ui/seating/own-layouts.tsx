'use client';
import { ownLayoutSchema, type OwnLayout, type PlanQuery } from '@/contracts/calendar/seating';
import { useContractForm } from '@/ui/hooks/use-contract-form';
import { Field } from '@/ui/kit/field';
import { TextField } from '@/ui/kit/fields';
import { Button } from '@/ui/kit/button';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Form } from '@/ui/kit/form';

interface OwnLineProps {
  readonly each: OwnLayout;
  onTake(query: OwnLayout['query']): void;
  readonly mayKeep: boolean;
  readonly isSending: boolean;
  readonly submit: ReturnType<typeof useSubmit>['submit'];
}

const OwnLine = ({ each, onTake, mayKeep, isSending, submit }: OwnLineProps) => (
  <li className="flex items-center gap-2">
    <Button className="grow text-left" onClick={() => onTake(each.query)}>
      {each.name}
    </Button>
    {mayKeep && (
      <Button
        className="px-2"
        aria-label={t`Delete ${each.name}`}
        isBusy={isSending}
        onClick={() => void submit(`/api/own-layouts/${each.id}/drop`, {})}
      >{t`Delete`}</Button>
    )}
  </li>
);

interface SaveLayoutProps {
  readonly query: PlanQuery;
  readonly sending: ReturnType<typeof useSubmit>;
}

function SaveLayout({ query, sending }: SaveLayoutProps) {
  const { people: _, wheelchairs: __, ...ways } = query;
  const { register, onSubmit, faultOf, isSending } = useContractForm({
    schema: ownLayoutSchema,
    defaultValues: { name: '' },
    bodyOf: ({ name }) => ({ name, query: ways }),
    refused: sending.faultOf,
    submit: (body) => sending.submit('/api/own-layouts', body),
  });
  return (
    <Form className="flex items-end gap-2" onSubmit={onSubmit} noValidate>
      <Field label={t`Save this as`} fault={faultOf('name')} className="grow">
        <TextField maxLength={MOST_CHARACTERS.layoutName} {...register('name')} />
      </Field>
      <Button isSubmit isBusy={isSending}>{t`Save`}</Button>
    </Form>
  );
}

interface OwnLayoutsProps {
  readonly own: readonly OwnLayout[];
  /** What stands in the fields now. */
  readonly query: PlanQuery;
  readonly mayKeep: boolean;
  onTake(query: OwnLayout['query']): void;
}

/** The house's own ways to set rooms: taken by a press, kept and given up by the office. */
export function OwnLayouts({ own, query, mayKeep, onTake }: OwnLayoutsProps) {
  const sending = useSubmit({ addressMoves: true });
  const { submit, error, isSending } = sending;
  if (!own.length && !mayKeep) return null;
  return (
    <section aria-labelledby="own-layouts" className="grid gap-2 border-t border-rule pt-3">
      <h2 id="own-layouts" className="text-lg">{t`Layouts of the office`}</h2>
      <ul className="grid gap-1">
        {own.map((each) => (
          <OwnLine
            key={each.id}
            each={each}
            onTake={onTake}
            mayKeep={mayKeep}
            isSending={isSending}
            submit={submit}
          />
        ))}
      </ul>
      {mayKeep && <SaveLayout query={query} sending={sending} />}
      <RefusalNote error={error?.fields.length ? null : error} />
    </section>
  );
}
