'use client';
import { Disclosure } from '@/ui/kit/disclosure';
import { Button } from '@/ui/kit/button';
import { Checkbox, TextField } from '@/ui/kit/fields';
import { EDITED_FIELD_NAMES, fieldLabel, fieldsIn, requestField } from '@/contracts/requests/request-fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { useState, type FormEvent } from 'react';
import type { EditWordsBody } from '@/contracts/requests/edit-words';
import type { RequestView } from '@/contracts/requests/request-view';
import { ChangeDone } from './change-done';
import { useChange, type ChangeHandle } from './use-change';
import { Form } from '@/ui/kit/form';

const wordsOf = (request: RequestView) => ({
  version: request.version,
  words: { ...fieldsIn(request), title: request.title, publish: request.publish },
});

interface WhyFieldProps {
  readonly reason: string;
  readonly setReason: (reason: string) => void;
}

const WhyField = ({ reason, setReason }: WhyFieldProps) => (
  <label>
    <span className="font-semibold">{t`Why`}</span>{' '}
    <span className="text-note text-soft">{t`the requester reads it`}</span>
    <TextField
      value={reason}
      maxLength={MOST_CHARACTERS.reason}
      onChange={({ target }) => setReason(target.value)}
    />
  </label>
);

interface TitleFieldProps {
  readonly form: { title: string; publish: boolean; secondLine: string; contact: string; notes: string };
  readonly setForm: (form: ReturnType<typeof wordsOf>['words']) => void;
}

const TitleField = ({ form, setForm }: TitleFieldProps) => (
  <label>
    <span className="font-semibold">{t`Title`}</span>
    <TextField
      value={form.title}
      maxLength={MOST_CHARACTERS.title}
      required
      onChange={({ target }) => setForm({ ...form, title: target.value })}
    />
  </label>
);

interface PublishBoxProps {
  readonly form: { title: string; publish: boolean; secondLine: string; contact: string; notes: string };
  readonly setForm: (form: ReturnType<typeof wordsOf>['words']) => void;
}

const PublishBox = ({ form, setForm }: PublishBoxProps) => (
  <label className="flex items-center gap-2">
    <Checkbox
      checked={form.publish}
      onChange={({ target }) => setForm({ ...form, publish: target.checked })}
    />
    {t`Readers see it once it is approved`}
  </label>
);

interface WordsFormProps {
  readonly submit: (event: FormEvent) => Promise<void>;
  readonly form: { title: string; publish: boolean; secondLine: string; contact: string; notes: string };
  readonly setForm: (form: ReturnType<typeof wordsOf>['words']) => void;
  readonly reason: string;
  readonly setReason: (reason: string) => void;
  readonly change: ChangeHandle;
  readonly isSaved: boolean;
}

const WordsForm = ({ submit, form, setForm, reason, setReason, change, isSaved }: WordsFormProps) => (
  <Form className="grid max-w-3xl gap-3 pt-3" onSubmit={submit}>
    <TitleField form={form} setForm={setForm} />
    {EDITED_FIELD_NAMES.map((name) => {
      const { most, lines } = requestField[name];
      const props = {
        className: 'field',
        maxLength: most,
        value: form[name],
        onChange: ({ target }: { target: { value: string } }) => setForm({ ...form, [name]: target.value }),
      };
      return (
        <label key={name}>
          <span className="font-semibold">{fieldLabel(name)}</span>
          {lines === 1 ? <input {...props} /> : <textarea rows={lines} {...props} />}
        </label>
      );
    })}
    <PublishBox form={form} setForm={setForm} />
    <WhyField reason={reason} setReason={setReason} />
    <div className="flex flex-wrap items-center gap-3">
      <Button isSubmit isBusy={change.isSending}>{t`Save the words`}</Button>
      {isSaved && <p>{t`Changed. The requester is told what is different.`}</p>}
    </div>
    <ChangeDone change={change} />
  </Form>
);

/** Title, plain texts and whether readers see it, put right by the office while the request waits. */
export function EditWords({ request }: { request: RequestView }) {
  const change = useChange(request);
  const [filled, setFilled] = useState(() => wordsOf(request));
  const [form, setForm] = useState(filled.words);
  const [reason, setReason] = useState('');
  const [isSaved, setSaved] = useState(false);
  // What somebody else has changed is taken over as long as nothing is typed here; typed words are never lost, and the
  // version they were typed on is the one that is sent.
  if (request.version !== filled.version && JSON.stringify(form) === JSON.stringify(filled.words)) {
    const now = wordsOf(request);
    setFilled(now);
    setForm(now.words);
  }
  if (!request.dates.some(({ state }) => state === 'waiting')) return null;
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const body: Omit<EditWordsBody, 'key'> = { ...form, reason, version: filled.version };
    const isDone = await change.runAt(`/api/requests/${request.reference}/words`, body);
    setSaved(isDone);
    if (!isDone) return;
    setReason('');
    setFilled({ version: filled.version, words: form });
  };
  return (
    <Disclosure summary={t`Edit title and text`} className="sheet mt-4 p-3">
      <WordsForm
        submit={submit}
        form={form}
        setForm={setForm}
        reason={reason}
        setReason={setReason}
        change={change}
        isSaved={isSaved}
      />
    </Disclosure>
  );
}
