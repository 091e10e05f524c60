'use client';
import { TextArea } from '@/ui/kit/fields';
import { Button, ButtonLabel } from '@/ui/kit/button';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { useCallback, useId, useState, type ReactNode } from 'react';
import type { FileLine } from '@/contracts/requests/files';
import type { OrderNote, OrderView } from '@/contracts/work-orders/orders';
import { useFiles } from '@/ui/files/use-files';
import { useSubmit } from '@/ui/hooks/use-submit';
import { useDraft } from '@/ui/hooks/use-draft';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Form } from '@/ui/kit/form';

function Said({ note, order }: { note: OrderNote; order: OrderView }) {
  const { submit, error, isSending } = useSubmit();
  const isOpenProblem = note.kind === 'problem' && note.solvedText === null;
  return (
    <li className={`border-l-4 py-1 pl-2 ${isOpenProblem ? 'border-l-conflict' : 'border-l-rule'}`}>
      <p className="whitespace-pre-wrap">
        {note.kind === 'problem' && <strong>{isOpenProblem ? t`Problem: ` : t`Was a problem: `}</strong>}
        {note.text}
      </p>
      <p className="text-note text-soft">
        {note.who}, {note.atText}
        {note.solvedText ? `; ${note.solvedText}` : ''}
        {note.file && (
          <>
            {' · '}
            <a
              className="inline-block min-h-6 break-all"
              href={`/api/files/${note.file.key}`}
              download={note.file.name}
            >
              {note.file.name}
            </a>
          </>
        )}
      </p>
      {isOpenProblem && (
        <Button
          className="mt-1"
          isBusy={isSending}
          aria-label={t`Solved: ${note.text}, ${order.place}`}
          onClick={() => void submit(`/api/orders/problems/${note.id}`, {})}
        >{t`Solved`}</Button>
      )}
      <RefusalNote error={error} />
    </li>
  );
}

/** A picture taken on the spot, or picked: one at a time, sent while the words are written. */
function Picture({
  lines,
  files,
}: {
  readonly lines: readonly FileLine[];
  readonly files: ReturnType<typeof useFiles>;
}) {
  const id = useId();
  const [line] = lines;
  const state = line && files.states[line.key];
  return (
    <div>
      <ButtonLabel size="tall" htmlFor={id} className="inline-flex cursor-pointer items-center">
        {line ? t`Another picture` : t`Add a picture`}
      </ButtonLabel>
      <input
        id={id}
        type="file"
        accept="image/*"
        className="sr-only"
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (line) files.remove(line.key);
          if (file) void files.add([file]);
          target.value = '';
        }}
      />
      <span aria-live="polite" className="ml-2 break-all">
        {line?.name} {state?.kind === 'failed' ? state.message : ''}
        {files.refused.join(' ')}
      </span>
    </div>
  );
}

interface NoteDraft {
  readonly text: string;
  readonly lines: readonly FileLine[];
}
const NO_NOTE: NoteDraft = { text: '', lines: [] };

interface SayFootProps {
  readonly isSending: boolean;
  readonly tell: (kind: OrderNote['kind']) => Promise<void>;
}

const SayFoot = ({ isSending, tell }: SayFootProps) => (
  <div className="flex flex-wrap gap-2">
    <Button size="tall" isSubmit isBusy={isSending}>{t`Save`}</Button>
    <Button size="tall" isBusy={isSending} onClick={() => void tell('problem')}>{t`It is a problem`}</Button>
  </div>
);

function SayForm({ order, onSaid }: { order: OrderView; onSaid(): void }) {
  const { submit, error, isSending } = useSubmit();
  const [draft, setDraft] = useDraft<NoteDraft>(`note ${order.id}`, NO_NOTE);
  const { text, lines } = draft;
  const setLines = useCallback((all: FileLine[]) => setDraft({ ...draft, lines: all }), [draft, setDraft]);
  const files = useFiles(lines, setLines, true);
  const id = useId();
  const tell = async (kind: OrderNote['kind']) => {
    if (!(await files.settled())) return;
    if (await submit(`/api/orders/${order.id}/notes`, { kind, text, file: lines.at(-1)?.key ?? null }))
      onSaid();
  };
  return (
    <Form
      className="mt-2 grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void tell('note');
      }}
    >
      <label
        htmlFor={id}
        className="block font-semibold"
      >{t`What is there to say about ${order.place}?`}</label>
      <TextArea
        id={id}
        className="min-h-20"
        maxLength={MOST_CHARACTERS.orderNote}
        value={text}
        aria-invalid={error?.fields.some(({ path }) => path === 'text')}
        onChange={({ target }) => setDraft({ ...draft, text: target.value })}
      />
      <Picture lines={lines} files={files} />
      <SayFoot isSending={isSending} tell={tell} />
      {error && <RefusalNote error={error} />}
    </Form>
  );
}

/** What was said about an order, and saying more; `children` stand beside that. */
export function OrderSaid({ order, children }: { order: OrderView; children: ReactNode }) {
  const [draft] = useDraft<NoteDraft>(`note ${order.id}`, NO_NOTE);
  // What was begun before is there again.
  const [opened, setOpen] = useState<boolean | null>(null);
  const isOpen = opened ?? draft !== NO_NOTE;
  return (
    <div className="mt-2">
      {order.said.length > 0 && (
        <ul className="grid gap-2" aria-label={t`Said about ${order.place}`}>
          {order.said.map((note) => (
            <Said key={note.id} note={note} order={order} />
          ))}
        </ul>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-4">
        {order.state !== 'withdrawn' && (
          <Button
            size="tall"
            className="no-print"
            aria-expanded={isOpen}
            aria-label={t`Add a note about ${order.place}, ${order.dueText}`}
            onClick={() => setOpen(!isOpen)}
          >{t`Add a note`}</Button>
        )}
        {children}
      </div>
      {isOpen && <SayForm order={order} onSaid={() => setOpen(false)} />}
    </div>
  );
}
