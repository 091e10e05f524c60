'use client';
import { TextField } from '@/ui/kit/fields';
import { Button } from '@/ui/kit/button';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { useState, type SyntheticEvent } from 'react';
import type { OwnLayout, PlanQuery } from '@/contracts/calendar/seating';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Form } from '@/ui/kit/form';

interface OwnLayoutsProps {
  readonly own: readonly OwnLayout[];
  /** What stands in the fields now. */
  readonly query: PlanQuery;
  readonly mayKeep: boolean;
  onTake(query: OwnLayout['query']): void;
}

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
  readonly keep: (event: SyntheticEvent) => void;
  readonly name: string;
  readonly setName: (name: string) => void;
  readonly isSending: boolean;
}

const SaveLayout = ({ keep, name, setName, isSending }: SaveLayoutProps) => (
  <Form className="flex items-end gap-2" onSubmit={keep}>
    <label className="grow">
      <span className="font-semibold">{t`Save this as`}</span>
      <TextField
        maxLength={MOST_CHARACTERS.layoutName}
        value={name}
        onChange={({ target }) => setName(target.value)}
      />
    </label>
    <Button isSubmit isBusy={isSending}>{t`Save`}</Button>
  </Form>
);

/** The house's own ways to set rooms: taken by a press, kept and given up by the office. */
export function OwnLayouts({ own, query, mayKeep, onTake }: OwnLayoutsProps) {
  const [name, setName] = useState('');
  const { submit, error, isSending } = useSubmit({ addressMoves: true });
  if (!own.length && !mayKeep) return null;
  const keep = (event: SyntheticEvent) => {
    event.preventDefault();
    const { people: _, wheelchairs: __, ...ways } = query;
    void submit('/api/own-layouts', { name, query: ways }).then((isDone) => isDone && setName(''));
  };
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
      {mayKeep && <SaveLayout keep={keep} name={name} setName={setName} isSending={isSending} />}
      <RefusalNote error={error} />
    </section>
  );
}
