'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { askSchema, type AskReply } from '@/contracts/ask';
import type { AskChoices } from '@/contracts/ask-choices';
import type { ErrorReply, FieldFault } from '@/contracts/refusal';
import type { Side } from '@/core/checks/findings';
import { bandsOf, type Band } from '@/core/occupancy/bands';
import { parseLocalDateTime } from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';
import { useOffice } from '@/ui/frame/office';
import { send } from '@/ui/hooks/send';
import { RefusalNote } from '@/ui/primitives/refusal-note';
import { askHref, type Picked } from './ask-address';
import { dropDraft, emptyForm, fieldOf, loadDraft, saveDraft, toBody, type AskForm } from './draft';
import { NeedsSection, PublishSection, WhatSection, WhenSection, WhereSection } from './form-parts';
import { useVerdict } from './use-verdict';
import { VerdictSlip } from './verdict-slip';

interface AskFormProps {
  readonly choices: AskChoices;
  readonly picked: Picked | null;
  readonly isSignedIn: boolean;
  /** For whom the check speaks while typing. */
  readonly side: Side;
}

const byField = (faults: readonly FieldFault[]): Record<string, string> =>
  Object.fromEntries([...faults].reverse().map(({ path, message }) => [fieldOf(path), message]));

const samePick = (a: Picked | null, b: Picked | null): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Bands of the first date as far as the fields can be read. */
function firstBands(form: AskForm, tzid: string): Band[] {
  const [start, end] = [
    parseLocalDateTime(`${form.startDate}T${form.startTime}`),
    parseLocalDateTime(`${form.endDate}T${form.endTime}`),
  ];
  if (!start || !end || end <= start) return [];
  const minutes = [form.accessMin, form.exitMin, form.spaces[0]?.setupMin, form.spaces[0]?.strikeMin].map(
    Number,
  );
  if (minutes.some((value) => !Number.isSafeInteger(value) || value < 0 || value > 1440)) return [];
  const [accessMin, exitMin, setupMin, strikeMin] = minutes as [number, number, number, number];
  const event = {
    start: toEpochMinute(start, tzid, 'offset-before'),
    end: toEpochMinute(end, tzid, 'offset-before'),
  };
  return event.start < event.end ? bandsOf(event, { accessMin, exitMin, setupMin, strikeMin }) : [];
}

/** Keeps what is typed in the browser, through reload and signing in, with the key that makes sending it twice one. */
function useDraft(picked: Picked | null, choices: AskChoices, form: ReturnType<typeof useForm<AskForm>>) {
  const key = useRef('');
  const [isRestored, setRestored] = useState(false);
  useEffect(() => {
    const draft = loadDraft();
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
    form.reset(emptyForm(choices, picked));
    setRestored(false);
  };
  return { key, isRestored, startAfresh };
}

/** The request on one page, with the verdict beside it. Filling it in needs no account, sending does. */
export function AskFormPage({ choices, picked, isSignedIn, side }: AskFormProps) {
  const router = useRouter();
  const { tzid } = useOffice();
  const initial = useMemo(() => emptyForm(choices, picked), [choices, picked]);
  const form = useForm<AskForm>({ defaultValues: initial });
  const values = useWatch({ control: form.control }) as AskForm;
  const { key, isRestored, startAfresh } = useDraft(picked, choices, form);
  const [error, setError] = useState<ErrorReply['error'] | null>(null);
  const [isSending, setSending] = useState(false);
  const { people, spaces, when, accessMin, exitMin, equipment, publish, categoryId } = toBody(
    values,
    '',
    tzid,
  );
  const verdict = useVerdict(
    {
      people,
      spaces,
      when,
      accessMin,
      exitMin,
      equipment,
      publish,
      ...(Number.isInteger(categoryId) && { categoryId }),
    },
    choices,
    side,
  );
  const faults = useMemo(() => byField(error?.fields ?? []), [error]);
  useEffect(() => {
    // After the marks are drawn, however long that takes.
    if (error) document.querySelector<HTMLElement>('main [aria-invalid="true"]')?.focus();
  }, [error]);

  const submit = async () => {
    const body = toBody(form.getValues(), key.current, tzid);
    const parsed = askSchema.safeParse(body);
    if (!parsed.success) {
      const fields = parsed.error.issues.map(({ path, message }) => ({ path: path.join('.'), message }));
      const distinct = [...new Map(fields.map((each) => [each.path, each])).values()];
      return setError({
        code: 'bad-input',
        message: 'Not sent yet: see what is marked below the fields.',
        fields: distinct,
        details: distinct.map(({ message }) => message),
      });
    }
    setSending(true);
    const reply = await send<AskReply>('POST', '/api/requests', body);
    setSending(false);
    if (!reply.ok) return setError(reply.error);
    dropDraft();
    router.push(`/requests/${reply.value.reference}?sent=1`);
  };

  const here = picked ? askHref(picked) : '/ask';
  const parts = { form, choices, faults };
  return (
    <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_23rem]">
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          if (!isSending) void submit();
        }}
      >
        <h1 className="pb-3 text-3xl">Ask for a space</h1>
        {isRestored && (
          <p className="mb-3 border-l-4 border-strong-rule bg-sunk px-3 py-2">
            What you typed before is still here.{' '}
            <button type="button" className="underline" onClick={startAfresh}>
              Start afresh
            </button>
          </p>
        )}
        <WhatSection {...parts} />
        <WhenSection {...parts} />
        <WhereSection {...parts} />
        <NeedsSection {...parts} />
        <PublishSection {...parts} />
        <div className="grid gap-3 border-t border-rule py-4">
          <RefusalNote error={error} />
          {isSignedIn ? (
            <button
              type="submit"
              className="press press-main justify-self-start px-6 py-2 text-lg"
              disabled={isSending}
            >
              {isSending ? 'Sending …' : 'Send the request'}
            </button>
          ) : (
            <p className="flex flex-wrap items-center gap-3">
              <Link
                className="press press-main px-6 py-2 text-lg"
                href={`/sign-in?next=${encodeURIComponent(here)}`}
              >
                Sign in to send it
              </Link>
              <span className="text-soft">All you typed is kept.</span>
            </p>
          )}
        </div>
      </form>
      <div>
        <VerdictSlip state={verdict} bands={firstBands(values, tzid)} tzid={tzid} />
      </div>
    </div>
  );
}
