'use client';
import { type Dispatch, type SetStateAction, useState, type SyntheticEvent } from 'react';
import { Button, ButtonLink } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import type { ChoiceList, EntryChoices, NamedChoice, StoredEntry } from '@/contracts/administration/docs';
import { ENTRY_FORMS } from '@/contracts/administration/forms';
import { KIND_WORDS, type EntryKind, type KindWords } from '@/contracts/administration/kinds';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Fields } from './field-input';
import { fieldsOf, toDoc, toDraft, type Draft } from './form-model';
import { FloorPreview } from './floor-preview';
import { ImpactNote } from './impact-note';
import { useEntry } from './use-entry';
import { Form } from '@/ui/kit/form';
import type { useSend } from '@/ui/hooks/use-send';

const LIST_OF: Partial<Record<EntryKind, ChoiceList>> = {
  space: 'spaces',
  equipment: 'equipment',
  person: 'people',
};

/** A thing is no part, no substitute and no deputy of itself. */
function withoutItself(kind: EntryKind, thing: StoredEntry | null, choices: EntryChoices): EntryChoices {
  const list = LIST_OF[kind];
  return list && thing ? { ...choices, [list]: choices[list].filter(({ id }) => id !== thing.id) } : choices;
}

interface EntryFootProps {
  readonly isSending: boolean;
  readonly thing: StoredEntry | null;
  readonly words: KindWords;
  readonly kind: EntryKind;
  readonly retires: boolean;
  readonly command: ReturnType<typeof useEntry>['command'];
}

/** What can be done with the entry as it stands. */
const EntryFoot = ({ isSending, thing, words, kind, retires, command }: EntryFootProps) => (
  <p className="flex flex-wrap gap-3 pt-4">
    <Button isMain isSubmit isBusy={isSending}>
      {thing ? t`Save` : t`Make the ${words.one}`}
    </Button>
    <ButtonLink href={`/administration/${kind}`}>{t`Leave it as it was`}</ButtonLink>
    {thing && !words.isSingle && (
      <>
        <ButtonLink href={`/administration/${kind}/new?copy=${thing.id}`}>{t`Copy it`}</ButtonLink>
        {retires && !thing.isRetired && (
          <Button
            onClick={() => void command('retire', t`Take it out of use`)}
          >{t`Take it out of use`}</Button>
        )}
        {retires && thing.isRetired && (
          <Button
            onClick={() => void command('bring-back', t`Take it into use again`)}
          >{t`Take it into use again`}</Button>
        )}
        <Button onClick={() => void command('remove', t`Remove it`)}>{t`Remove it`}</Button>
      </>
    )}
  </p>
);

interface SectionProps {
  readonly title: string;
  readonly about: string | undefined;
  readonly own: Readonly<ReturnType<typeof fieldsOf>>;
  readonly draft: Readonly<Record<string, unknown>>;
  readonly offered: Readonly<Record<ChoiceList, readonly NamedChoice[]>>;
  readonly error: ReturnType<typeof useSend>['error'];
  readonly setDraft: Dispatch<SetStateAction<Readonly<Record<string, unknown>>>>;
}

const Section = ({ title, about, own, draft, offered, error, setDraft }: SectionProps) => (
  <section aria-label={title} className="flex flex-wrap items-start gap-x-6 gap-y-3">
    <h2 className="basis-full border-b border-rule text-xl">{title}</h2>
    {about && <p className="basis-full text-soft">{about}</p>}
    <Fields
      fields={own}
      draft={draft}
      choices={offered}
      faults={error?.fields ?? []}
      set={(name, value) => setDraft((now) => ({ ...now, [name]: value }))}
    />
    {own.some(({ name }) => name === 'doors') && <FloorPreview draft={draft} />}
  </section>
);

interface EntryFormProps {
  readonly kind: EntryKind;
  readonly thing: StoredEntry | null;
  /** What a new one begins with: that of another it is copied from, or nothing. */
  readonly start: Draft | null;
  readonly choices: EntryChoices;
  readonly mayKeep: boolean;
  readonly retires: boolean;
}

/** A thing of the house in one form, saved after what that hits is seen. */
export function EntryForm({ kind, thing, start, choices, mayKeep, retires }: EntryFormProps) {
  const form = ENTRY_FORMS[kind];
  const words = KIND_WORDS[kind];
  const fields = fieldsOf(form);
  const [draft, setDraft] = useState(() => toDraft(fields, thing?.doc ?? start ?? form.fresh));
  const { pending, error, isSending, save, command, confirm, back } = useEntry(
    kind,
    thing?.id ?? null,
    thing?.rowVersion ?? 0,
  );
  const offered = withoutItself(kind, thing, choices);
  const submit = (event: SyntheticEvent) => {
    event.preventDefault();
    void save(toDoc(fields, draft));
  };
  return (
    <Form onSubmit={submit} noValidate>
      <fieldset disabled={!mayKeep || pending !== null} className="grid max-w-4xl gap-6">
        {form.sections.map(({ title, about, fields: own }) => (
          <Section
            key={title}
            title={title}
            about={about}
            own={own}
            draft={draft}
            offered={offered}
            error={error}
            setDraft={setDraft}
          />
        ))}
      </fieldset>
      {error && <RefusalNote error={error} />}
      {pending && <ImpactNote pending={pending} isSending={isSending} confirm={confirm} back={back} />}
      {mayKeep && !pending && (
        <EntryFoot
          isSending={isSending}
          thing={thing}
          words={words}
          kind={kind}
          retires={retires}
          command={command}
        />
      )}
    </Form>
  );
}
