'use client';
import { editWordsSchema } from '@/contracts/requests/edit-words';
import { useContractForm } from '@/ui/hooks/use-contract-form';
import { Field } from '@/ui/kit/field';
import { useState } from 'react';
import { Disclosure } from '@/ui/kit/disclosure';
import { Button } from '@/ui/kit/button';
import { Checkbox, TextArea, TextField } from '@/ui/kit/fields';
import { EDITED_FIELD_NAMES, fieldLabel, fieldsIn, requestField } from '@/contracts/requests/request-fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import type { RequestView } from '@/contracts/requests/request-view';
import { ChangeDone } from './change-done';
import { useChange, type ChangeHandle } from './use-change';
import { Form } from '@/ui/kit/form';

const wordsOf = (request: RequestView) => ({
  ...fieldsIn(request),
  title: request.title,
  publish: request.publish,
  version: request.version,
});

/** The words as they are typed; the version they were typed on is the one that is sent. */
function useEditWords(request: RequestView, change: ChangeHandle) {
  const [isSaved, setSaved] = useState(false);
  const form = useContractForm({
    schema: editWordsSchema,
    defaultValues: { ...wordsOf(request), reason: '' },
    bodyOf: (fields) => fields,
    refused: () => '',
    keeps: true,
    follows: true,
    submit: async (body) => {
      const isDone = await change.runAt(`/api/requests/${request.reference}/words`, body);
      setSaved(isDone);
      return isDone;
    },
  });
  return { ...form, isSaved };
}

/** Title, plain texts and whether readers see it, put right by the office while the request waits. */
export function EditWords({ request }: { request: RequestView }) {
  const change = useChange(request);
  const { register, onSubmit, faultOf, isSaved } = useEditWords(request, change);
  if (!request.dates.some(({ state }) => state === 'waiting')) return null;
  return (
    <Disclosure summary={t`Edit title and text`} className="sheet mt-4 p-3">
      <Form className="grid max-w-3xl gap-3 pt-3" onSubmit={onSubmit} noValidate>
        <Field label={t`Title`} fault={faultOf('title')}>
          <TextField maxLength={MOST_CHARACTERS.title} {...register('title')} />
        </Field>
        {EDITED_FIELD_NAMES.map((name) => {
          const { most, lines } = requestField[name];
          const Control = lines === 1 ? TextField : TextArea;
          return (
            <Field key={name} label={fieldLabel(name)} fault={faultOf(name)}>
              <Control {...(lines > 1 && { rows: lines })} maxLength={most} {...register(name)} />
            </Field>
          );
        })}
        <label className="flex items-center gap-2">
          <Checkbox {...register('publish')} />
          {t`Readers see it once it is approved`}
        </label>
        <Field label={t`Why`} hint={t`the requester reads it`} fault={faultOf('reason')}>
          <TextField maxLength={MOST_CHARACTERS.reason} {...register('reason')} />
        </Field>
        <div className="flex flex-wrap items-center gap-3">
          <Button isSubmit isBusy={change.isSending}>{t`Save the words`}</Button>
          {isSaved && <p>{t`Changed. The requester is told what is different.`}</p>}
        </div>
        <ChangeDone change={change} />
      </Form>
    </Disclosure>
  );
}
