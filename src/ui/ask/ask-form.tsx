'use client';
import { Button, ButtonLink } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import {
  memo,
  useCallback,
  useDeferredValue,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ComponentProps,
} from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { AskReply } from '@/contracts/requests/ask';
import type { AskChoices } from '@/contracts/requests/ask-choices';
import type { FieldFault } from '@/contracts/base/refusal';
import type { Side } from '@/core/checks/rules/rule';
import { useOffice } from '@/ui/hooks/office';
import { FilePicker } from '@/ui/files/file-picker';
import { useFiles } from '@/ui/files/use-files';
import { send, type ShownError } from '@/ui/hooks/send';
import { useSend } from '@/ui/hooks/use-send';
import { Combobox } from '@/ui/kit/combobox';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { bandsIn } from './bands';
import { askHref, type Picked } from './ask-address';
import { dropDraft, emptyForm, loadDraft, saveDraft, type AskForm } from './draft';
import { FormSection } from './fields';
import { fieldOf, toBody, toCheckBody } from './form-body';
import { faultsOf, missingIn, notSentYet } from './form-faults';
import { formFrom, type AsAsked } from './from-request';
import { NeedsSection } from './needs-section';
import { LineField } from './line-field';
import { ReadersSection } from './readers-section';
import { useLeft } from './use-left';
import { typedFaults } from './typed-faults';
import { ofKnownDates, useVerdict } from './use-verdict';
import { VerdictLine, VerdictDetails } from './verdict-details';
import { KindSection, WhatSection } from './what-section';
import { WhenSection } from './when-section';
import { MoreOfSpaceSection, WhereSection } from './where-section';
import { Form } from '@/ui/kit/form';

/** An earlier request that this one starts from. */
export interface StartFrom {
  readonly reference: string;
  readonly asked: AsAsked;
}

const byField = (faults: readonly FieldFault[]): Record<string, string> =>
  Object.fromEntries([...faults].reverse().map(({ path, message }) => [fieldOf(path), message]));

const samePick = (a: Picked | null, b: Picked | null): boolean => JSON.stringify(a) === JSON.stringify(b);

type Handle = ReturnType<typeof useForm<AskForm>>;

/** Keeps what is typed in the browser, through reload and signing in, with the key that makes sending it twice one. */
function useDraft(picked: Picked | null, initial: AskForm, isFrom: boolean, form: Handle) {
  const key = useRef('');
  const [isRestored, setRestored] = useState(false);
  useEffect(() => {
    const draft = isFrom ? null : loadDraft();
    const fits = draft && (picked === null || samePick(draft.picked, picked));
    key.current = fits ? draft.key : crypto.randomUUID();
    if (fits) form.reset(draft.form);
    // eslint-disable-next-line react-hooks/set-state-in-effect -- the browser's store can only be read after mounting
    setRestored(Boolean(fits));
    const watching = form.watch(() => saveDraft({ key: key.current, picked, form: form.getValues() }));
    return () => watching.unsubscribe();
    // Once: later changes of the address are other pages.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- see above
  }, []);
  const startAfresh = () => {
    dropDraft();
    key.current = crypto.randomUUID();
    form.reset(initial);
    setRestored(false);
  };
  return { key, isRestored, startAfresh };
}

/** Sends the form once everything is right and its files are there. */
function useSending(
  form: Handle,
  key: { readonly current: string },
  files: ReturnType<typeof useFiles>,
  choices: AskChoices,
  dates: ReadonlySet<string> | null,
) {
  const router = useRouter();
  const { tzid } = useOffice();
  const { error, setError, isSending, run } = useSend({ again: () => submit() });
  const [isPreparing, setPreparing] = useState(false);
  useEffect(() => {
    // After the marks are drawn, however long that takes.
    if (error) document.querySelector<HTMLElement>('main [aria-invalid="true"]')?.focus();
  }, [error]);
  const attempt = async () => {
    const values = form.getValues();
    const wrong = faultsOf(values, key.current, tzid, choices);
    if (wrong.length) return setError(notSentYet(wrong));
    if (!(await files.settled()))
      return setError(
        notSentYet([
          {
            path: 'files',
            message: t`A file could not be sent. Try again, or leave it out; all the rest is still here.`,
          },
        ]),
      );
    const body = ofKnownDates(toBody(values, key.current, tzid, choices), dates);
    await run<AskReply>(
      () => send('POST', '/api/requests', body),
      (reply) => {
        if (!reply.ok) return;
        dropDraft();
        router.push(`/requests/${reply.value.reference}?sent=1`);
      },
    );
  };
  const submit = () => {
    setError(null);
    setPreparing(true);
    return attempt().finally(() => setPreparing(false));
  };
  return { error, isSending: isSending || isPreparing, submit };
}

/** Something one asked for before, to ask for again on other dates. */
const StartFromField = memo(function StartFromField({ choices }: { choices: AskChoices }) {
  const router = useRouter();
  if (!choices.earlier.length) return null;
  return (
    <label className="w-full text-note sm:ml-auto sm:w-72">
      {t`Start from an earlier request`}
      <Combobox
        aria-label={t`Start from an earlier request`}
        options={choices.earlier.map(({ reference, title }) => ({
          value: reference,
          text: title,
          hint: reference,
        }))}
        value=""
        placeholder={t`type its title`}
        onChange={(reference) => router.push(`/ask?from=${reference}`)}
      />
    </label>
  );
});

interface WhereFromProps {
  readonly from: StartFrom | null;
  readonly isRestored: boolean;
  readonly startAfresh: () => void;
}

/** What the form began with, where it was not empty. */
const WhereFrom = ({ from, isRestored, startAfresh }: WhereFromProps) => (
  <>
    {from && (
      <p className="mb-3 border-l-4 border-strong-rule bg-sunk px-3 py-2">{t`Everything but the dates is as in ${from.reference}. Say when.`}</p>
    )}
    {isRestored && (
      <p className="mb-3 border-l-4 border-strong-rule bg-sunk px-3 py-2">
        {t`What you typed before is still here. `}
        <button type="button" className="underline" onClick={startAfresh}>{t`Start afresh`}</button>
      </p>
    )}
  </>
);

interface AskFootProps {
  readonly error: ShownError | null;
  readonly isSignedIn: boolean;
  readonly isSending: boolean;
  readonly here: string;
}

const AskFoot = ({ error, isSignedIn, isSending, here }: AskFootProps) => (
  <div className="grid gap-3 border-t border-rule py-4">
    <RefusalNote error={error} />
    {isSignedIn ? (
      <Button isMain size="large" isSubmit className="justify-self-start" isBusy={isSending}>
        {isSending ? t`Sending …` : t`Send the request`}
      </Button>
    ) : (
      <p className="flex flex-wrap items-center gap-3">
        <ButtonLink
          isMain
          size="large"
          href={`/sign-in?next=${encodeURIComponent(here)}`}
        >{t`Sign in to send it`}</ButtonLink>
        <span className="text-soft">{t`All you typed is still here.`}</span>
      </p>
    )}
  </div>
);

interface AskingParts {
  readonly initial: AskForm;
  readonly picked: Picked | null;
  readonly from: StartFrom | null;
  readonly isSignedIn: boolean;
  readonly tzid: string;
  readonly choices: AskChoices;
  readonly side: Side;
}

/** The form with its draft, its files, its verdict and what is wrong with it. */
function useAsking({ initial, picked, from, isSignedIn, tzid, choices, side }: AskingParts) {
  const form = useForm<AskForm>({ defaultValues: initial });
  const values = useWatch({ control: form.control }) as AskForm;
  const { key, isRestored, startAfresh } = useDraft(picked, initial, from !== null, form);
  const setFiles = useCallback(
    (files: AskForm['files']) => form.setValue('files', files, { shouldDirty: true }),
    [form],
  );
  const files = useFiles(values.files, setFiles, isSignedIn);
  const verdict = useVerdict(toCheckBody(values, tzid, choices), choices, side);
  const { error, isSending, submit } = useSending(form, key, files, choices, verdict.dates);
  const left = useLeft(values);
  const late = useDeferredValue(values);
  const missing = useMemo(() => missingIn(late, tzid, choices), [late, tzid, choices]);
  const faults = useMemo(
    () => ({ ...byField(typedFaults(verdict.faults, values)), ...byField(error?.fields ?? []) }),
    [error, verdict.faults, values],
  );
  const here = picked ? askHref(picked) : '/ask';
  return {
    form,
    values,
    isRestored,
    startAfresh,
    files,
    verdict,
    error,
    isSending,
    submit,
    left,
    missing,
    faults,
    here,
  };
}

interface VerdictBesideProps {
  readonly missing: readonly string[];
  readonly verdict: ReturnType<typeof useVerdict>;
  readonly values: AskForm;
  readonly tzid: string;
  readonly choices: AskChoices;
  readonly parts: Pick<ComponentProps<typeof VerdictDetails>, 'form' | 'choices'>;
}

const VerdictBeside = ({ verdict, missing, values, tzid, choices, parts }: VerdictBesideProps) => (
  <div>
    <VerdictDetails
      state={verdict.state}
      missing={missing}
      body={ofKnownDates(toCheckBody(values, tzid, choices), verdict.dates)}
      bands={bandsIn(values, tzid)}
      tzid={tzid}
      {...parts}
    />
  </div>
);

interface AskFormProps {
  readonly choices: AskChoices;
  readonly picked: Picked | null;
  readonly from: StartFrom | null;
  readonly isSignedIn: boolean;
  /** For whom the check speaks while typing. */
  readonly side: Side;
}

/** The request on one page, with the verdict beside it. Filling it in needs no account, sending does. */
export function AskFormPage({ choices, picked, from, isSignedIn, side }: AskFormProps) {
  const { tzid } = useOffice();
  const initial = useMemo(
    () => (from ? formFrom(from.asked, choices, tzid) : emptyForm(choices, picked)),
    [from, choices, picked, tzid],
  );
  const asking = useAsking({ initial, picked, from, isSignedIn, tzid, choices, side });
  const { form, values, files, verdict, left, missing, faults } = asking;
  const isLoan = values.kind === 'loan';
  const parts = { form, choices, faults };
  return (
    <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_23rem]">
      <Form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void asking.submit();
        }}
      >
        <div className="flex flex-wrap items-end gap-x-4 pb-3">
          <h1 className="text-3xl">{t`Request a space`}</h1>
          <StartFromField choices={choices} />
        </div>
        <WhereFrom from={from} isRestored={asking.isRestored} startAfresh={asking.startAfresh} />
        <LineField form={form} choices={choices} />
        <KindSection {...parts} />
        <WhereSection {...parts} />
        {isLoan && <NeedsSection {...parts} left={left} />}
        <WhenSection {...parts} />
        <WhatSection {...parts} />
        {!isLoan && <NeedsSection {...parts} left={left} />}
        <MoreOfSpaceSection {...parts} />
        <ReadersSection {...parts} />
        <FormSection title={t`Files`}>
          <div className="sm:col-span-6">
            <FilePicker lines={values.files} files={files} isSignedIn={isSignedIn} fault={faults.files} />
          </div>
        </FormSection>
        <VerdictLine state={verdict.state} missing={missing} />
        <AskFoot
          error={asking.error}
          isSignedIn={isSignedIn}
          isSending={asking.isSending}
          here={asking.here}
        />
      </Form>
      <VerdictBeside
        verdict={verdict}
        missing={missing}
        values={values}
        tzid={tzid}
        choices={choices}
        parts={parts}
      />
    </div>
  );
}
