'use client';
import { Button } from '@/ui/kit/button';
import { TextArea } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t, texts } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { useId, useState } from 'react';
import { useDraft } from '@/ui/hooks/use-draft';
import type { ClaimId } from '@/core/ids';
import type { ConsentBody, ConsentRequest } from '@/contracts/requests/consent';
import { countText } from '@/contracts/words/when';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { sendOnce } from '@/ui/hooks/send-once';
import { usePicking, type PickBox } from '@/ui/hooks/use-picking';
import { saidByField } from '@/ui/hooks/send';
import { useSend } from '@/ui/hooks/use-send';

const ANSWER_WORDS = texts({ given: 'agreed', refused: 'not agreed' } as const);

/** What is picked of a request, and answering it. */
function useAnswer({ reference, dates }: ConsentRequest) {
  const router = useRouter();
  // What is still to be answered is picked.
  const [ids, setIds] = useState<ReadonlySet<ClaimId>>(
    () => new Set(dates.filter(({ answer }) => answer === null).map(({ claim }) => claim)),
  );
  const order = dates.map(({ claim }) => claim);
  const { list, boxOf } = usePicking<ClaimId, HTMLUListElement>({ order, picked: ids, onPick: setIds });
  const picked = order.filter((claim) => ids.has(claim));
  const [reason, setReason] = useDraft(`consent ${reference}`, '');
  const [said, setSaid] = useState('');
  const { error, isSending, run } = useSend({ again: null });
  const answer = (given: ConsentBody['answer']) =>
    run<{ summary: string }>(
      () => sendOnce('/api/consents', { answer: given, claims: picked, reason }),
      (reply) => {
        setSaid(reply.ok ? reply.value.summary : '');
        if (reply.ok) {
          setIds(new Set());
          setReason('');
        }
        router.refresh();
      },
    );
  return { list, boxOf, picked, reason, setReason, said, error, isSending, answer };
}

interface DateLineProps {
  readonly date: ConsentRequest['dates'][number];
  readonly box: PickBox<ClaimId>;
}

function DateLine({ date, box }: DateLineProps) {
  const { when, places, layout, people, answer: answered, reason: why } = date;
  return (
    <li className="border-b border-rule">
      <label className="grid min-h-9 grid-cols-[auto_minmax(0,1fr)] items-center gap-x-3 sm:grid-cols-[auto_15rem_minmax(0,1fr)_auto]">
        <input {...box} className="size-4 accent-(--accent)" />
        <span className="font-semibold">{when}</span>
        <span className="col-start-2 sm:col-start-auto">
          {[places, layout, countText(people, 'person', 'people')].filter(Boolean).join(', ')}
        </span>
        {answered && (
          <span
            className={`col-start-2 justify-self-start border px-1.5 text-fine font-semibold sm:col-start-auto ${answered === 'given' ? 'border-solid border-clear text-clear' : 'border-double border-4 border-conflict text-conflict'}`}
          >
            {ANSWER_WORDS[answered]}
            {why && `: ${why}`}
          </span>
        )}
      </label>
    </li>
  );
}

interface AnswerFootProps {
  readonly isSending: boolean;
  readonly picked: ClaimId[];
  readonly answer: (given: ConsentBody['answer']) => Promise<boolean>;
  readonly count: string;
  readonly said: string;
}

const AnswerFoot = ({ isSending, picked, answer, count, said }: AnswerFootProps) => (
  <div className="flex flex-wrap items-center gap-3 pt-2">
    <Button
      isMain
      isBusy={isSending}
      off={picked.length ? null : t`Pick dates first.`}
      onClick={() => void answer('given')}
    >{t`Agree to ${count}`}</Button>
    <Button
      isBusy={isSending}
      off={picked.length ? null : t`Pick dates first.`}
      onClick={() => void answer('refused')}
    >{t`Do not agree to ${count}`}</Button>
    <p role="status">{said}</p>
  </div>
);

/** One request that wants a place somebody looks after: its dates, and their answer to those picked. */
export function AnswerConsent({ request }: { request: ConsentRequest }) {
  const { reference, title, host, requester, notes, dates } = request;
  const id = useId();
  const { list, boxOf, picked, reason, setReason, said, error, isSending, answer } = useAnswer(request);
  const count = countText(picked.length, 'date', 'dates');
  return (
    <section aria-labelledby={`${id}-title`} className="sheet mb-4 p-4">
      <h2 id={`${id}-title`} className="text-xl">
        {title}
      </h2>
      <p className="text-soft">{t`${reference}, ${host}, asked for by ${requester}`}</p>
      {notes && <p className="max-w-3xl whitespace-pre-wrap">{notes}</p>}
      <ul ref={list} className="my-2 max-w-4xl border-t border-rule">
        {dates.map((date) => (
          <DateLine key={date.claim} date={date} box={boxOf(date.claim)} />
        ))}
      </ul>
      <label htmlFor={`${id}-reason`} className="block font-semibold">
        {t`Reason `}
        <span className="font-normal text-soft">{t`needed where you do not agree; the office reads it`}</span>
      </label>
      <TextArea
        id={`${id}-reason`}
        className="max-w-3xl"
        rows={2}
        maxLength={MOST_CHARACTERS.reason}
        value={reason}
        onChange={({ target }) => setReason(target.value)}
      />
      <AnswerFoot isSending={isSending} picked={picked} answer={answer} count={count} said={said} />
      <RefusalNote error={saidByField(error)} />
    </section>
  );
}
