'use client';
import { Field } from '@/ui/kit/field';
import { RadioGroup } from '@/ui/kit/radio-group';
import { Button } from '@/ui/kit/button';
import { TextArea } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t, texts } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { useCallback, useId } from 'react';
import type { FileLine } from '@/contracts/requests/files';
import type { RequestView } from '@/contracts/requests/request-view';
import type { MessageView } from '@/contracts/requests/talk';
import { FilePicker } from '@/ui/files/file-picker';
import { useFiles } from '@/ui/files/use-files';
import { useOffice } from '@/ui/hooks/office';
import { sendOnce } from '@/ui/hooks/send-once';
import { useDraft } from '@/ui/hooks/use-draft';
import { useSend } from '@/ui/hooks/use-send';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { FileList } from './file-list';
import { Form } from '@/ui/kit/form';

function Message({ message }: { message: MessageView }) {
  const { who, side, isOwn, when, text, files, kind, isQuestion } = message;
  return (
    <li
      className={`border-b border-rule py-2 ${side === 'office' ? 'border-l-4 border-l-accent pl-3' : 'pl-4'}`}
    >
      <p className="text-note text-soft">
        <strong className="text-ink">{isOwn ? t`You` : who}</strong>
        {side === 'office' && t` for the office`}, {when}
        {kind === 'internal' && t`, among ourselves`}
        {isQuestion && t`, a question`}
      </p>
      {text && <p className="whitespace-pre-wrap">{text}</p>}
      {files.length > 0 && <FileList files={files} />}
    </li>
  );
}

/** As what the office writes: who reads it, and whether the request waits for an answer. */
const WRITTEN_AS = texts(
  {
    message: {
      words: 'to the requester',
      body: { kind: 'with-requester', isQuestion: false },
    },
    question: {
      words: 'a question: the request waits for the answer',
      body: { kind: 'with-requester', isQuestion: true },
    },
    internal: {
      words: 'among ourselves: only the office reads it',
      body: { kind: 'internal', isQuestion: false },
    },
  } as const,
  'words',
);
type WrittenAs = keyof typeof WRITTEN_AS;
const WAYS_TO_WRITE = Object.keys(WRITTEN_AS) as WrittenAs[];

interface MessageDraft {
  readonly text: string;
  readonly as: WrittenAs;
  readonly lines: readonly FileLine[];
}
const NO_MESSAGE: MessageDraft = { text: '', as: 'message', lines: [] };

/** The message as it is written, kept while the network is away, and sending it. */
function useMessage(
  request: Pick<RequestView, 'reference' | 'messages' | 'mayWrite'>,
  router: ReturnType<typeof useRouter>,
) {
  const [draft, setDraft] = useDraft<MessageDraft>(`message ${request.reference}`, NO_MESSAGE);
  const set = (part: Partial<MessageDraft>) => setDraft({ ...draft, ...part });
  const { text, as, lines } = draft;
  const setLines = useCallback(
    (files: FileLine[]) => setDraft({ ...draft, lines: files }),
    [draft, setDraft],
  );
  const { error, isSending, run } = useSend({ again: () => write() });
  const files = useFiles(lines, setLines, true);
  const write = async () => {
    if (!(await files.settled())) return;
    const body = { ...WRITTEN_AS[as].body, text, fileKeys: lines.map(({ key }) => key) };
    await run<{ messages: MessageView[] }>(
      () => sendOnce(`/api/requests/${request.reference}/messages`, body),
      (reply) => {
        if (!reply.ok) return;
        setDraft(NO_MESSAGE);
        router.refresh();
      },
    );
  };
  return { draft, set, error, isSending, files, write };
}

interface MessageFormProps {
  readonly on: ReturnType<typeof useMessage>;
  readonly isOffice: boolean;
}

function MessageForm({ on, isOffice }: MessageFormProps) {
  const id = useId();
  const { draft, set, files, error, isSending } = on;
  const { text, as, lines } = draft;
  return (
    <Form
      className="mt-3 grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void on.write();
      }}
    >
      <Field label={isOffice ? t`Write` : t`Write to the office`}>
        <TextArea
          rows={3}
          maxLength={MOST_CHARACTERS.message}
          value={text}
          onChange={({ target }) => set({ text: target.value })}
        />
      </Field>
      {isOffice && (
        <RadioGroup
          legend={t`Who is to read it`}
          isLegendHidden
          name={`${id}-kind`}
          options={WAYS_TO_WRITE.map((each) => [each, WRITTEN_AS[each].words] as const)}
          value={as}
          onChange={(next) => set({ as: next })}
        />
      )}
      <FilePicker lines={lines} files={files} isSignedIn label={t`Files with it`} />
      <RefusalNote error={error} />
      <Button
        isSubmit
        className="justify-self-start"
        isBusy={isSending}
        off={text.trim() || lines.length ? null : t`Write something or add a file first.`}
      >
        {isSending ? t`Sending …` : t`Send`}
      </Button>
    </Form>
  );
}

interface ThreadProps {
  readonly request: Pick<RequestView, 'reference' | 'messages' | 'mayWrite'>;
  /** The office may also write what only it reads. */
  readonly isOffice: boolean;
}

/** What was written about a request, and a place to write more, with files. */
export function Thread({ request, isOffice }: ThreadProps) {
  const router = useRouter();
  const office = useOffice();
  const writing = useMessage(request, router);
  return (
    <section aria-label={t`Messages`} className="mt-4 border-t border-strong-rule pt-3">
      <h2 className="text-xl">{isOffice ? t`With the requester` : t`With the office`}</h2>
      {request.messages.length > 0 ? (
        <ol className="mt-1">
          {request.messages.map((message) => (
            <Message key={message.id} message={message} />
          ))}
        </ol>
      ) : (
        <p className="text-soft">
          {t`Nothing was written yet.`}
          {!isOffice && t` Or call ${office.name}: ${office.phone}.`}
        </p>
      )}
      {request.mayWrite && <MessageForm on={writing} isOffice={isOffice} />}
    </section>
  );
}
