'use client';
import { useRefresh } from '@/ui/hooks/use-refresh';
import { Button } from '@/ui/kit/button';
import { TextArea } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { CsvDone, CsvKind } from '@/contracts/administration/csv';
import { sendOnce } from '@/ui/hooks/send-once';
import { useSend } from '@/ui/hooks/use-send';
import { Field } from '@/ui/kit/field';
import { FileField } from '@/ui/kit/file-field';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { textOfTable } from './table-text';

/** What taking the table in would do, line by line. */
function LookedAt({ looked }: { looked: CsvDone }) {
  return (
    <section aria-label={t`What it does`} className="border-l-4 border-accent bg-sunk px-4 py-3">
      <h2 className="text-xl">{t`What it does`}</h2>
      <p>
        {looked.lines.length
          ? t`${looked.lines.length} lines change something, ${looked.unchanged} say what is so already.`
          : t`Every line says what is so already.`}
      </p>
      <ul className="list-disc pl-5">
        {looked.impact.map((hit) => (
          <li key={hit} className="font-semibold">
            {hit}
          </li>
        ))}
        {looked.lines.map(({ line, name, did, changes }) => (
          <li key={line}>
            {t`Line ${line}: ${name} is ${did === 'made' ? t`made` : t`changed`}. `}
            <span className="text-soft">{changes.join('. ')}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The table as a file or pasted. */
function TableFields({ text, onChange }: { text: string; onChange(text: string): void }) {
  return (
    <>
      <Field
        label={t`A file`}
        hint={t`Or paste the table below. Cells are parted by commas, semicolons or tabs.`}
      >
        {(ids) => (
          <FileField
            {...ids}
            accept=".csv,.tsv,.txt,text/csv"
            onChange={async ({ target }) => {
              const [file] = target.files ?? [];
              if (file) onChange(textOfTable(await file.arrayBuffer()));
            }}
          />
        )}
      </Field>
      <Field label={t`The table`}>
        {(ids) => (
          <TextArea
            {...ids}
            className="font-mono text-fine"
            rows={10}
            value={text}
            onChange={({ target }) => onChange(target.value)}
          />
        )}
      </Field>
    </>
  );
}

/** The table as it is written, what it would do, and taking it in. */
function useTable(kind: CsvKind) {
  const router = useRouter();
  const refresh = useRefresh();
  const [text, setText] = useState('');
  const [looked, setLooked] = useState<CsvDone | null>(null);
  const { error, setError, isSending, run } = useSend({ again: null });
  const change = (value: string) => {
    setText(value);
    setLooked(null);
    setError(null);
  };
  const take = (preview: boolean) =>
    run<CsvDone>(
      () => sendOnce(`/api/administration/${kind}/csv`, { preview, text }),
      (reply) => {
        if (!reply.ok) {
          const wrong = reply.error.fields.map(({ message }) => message);
          // One wrong line is said by itself.
          if (wrong.length > 1) setError({ ...reply.error, details: wrong });
          return setLooked(null);
        }
        if (preview) return setLooked(reply.value);
        router.push(`/administration/${kind}?said=${encodeURIComponent(reply.value.summary)}`);
        refresh();
      },
    );
  return { text, change, looked, error, isSending, take };
}

/** A table is looked at line by line first, then taken in whole. */
export function CsvForm({ kind, heads }: { kind: CsvKind; heads: readonly string[] }) {
  const { text, change, looked, error, isSending, take } = useTable(kind);
  return (
    <div className="grid max-w-5xl gap-4">
      <p>
        {t`Headings: `}
        <strong>{heads.join(', ')}</strong>.{' '}
        <a href={`/administration/${kind}/table.csv`} download>{t`What is there now, as such a table`}</a>
      </p>
      <TableFields text={text} onChange={change} />
      <RefusalNote error={error} />
      {looked && <LookedAt looked={looked} />}
      <p className="flex flex-wrap gap-3">
        {looked ? (
          <Button
            isMain
            isBusy={isSending}
            off={looked.lines.length ? null : t`Nothing in it is new or different.`}
            onClick={() => void take(false)}
          >{t`Take it in`}</Button>
        ) : (
          <Button
            isMain
            isBusy={isSending}
            off={text.trim() ? null : t`Choose a file or paste its lines first.`}
            onClick={() => void take(true)}
          >{t`Preview`}</Button>
        )}
      </p>
    </div>
  );
}
