'use client';
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

interface MessageDraft {
  readonly text: string;
  readonly as: WrittenAs;
  readonly lines: readonly FileLine[];
}
const NO_MESSAGE: MessageDraft = { text: '', as: 'message', lines: [] };

interface ReadByProps {
  readonly id: string;
  readonly as: WrittenAs;
  readonly setDraft: (value: MessageDraft) => void;
  readonly draft: MessageDraft;
}

const ReadBy = ({ id, as, setDraft, draft }: ReadByProps) => (
  <RadioGroup
    legend={t`Who is to read it`}
    isLegendHidden
    name={`${id}-kind`}
    options={(Object.keys(WRITTEN_AS) as WrittenAs[]).map((each) => [each, WRITTEN_AS[each].words] as const)}
    value={as}
    onChange={(next) => setDraft({ ...draft, as: next })}
  />
);

interface MessageTextProps {
  readonly id: string;
  readonly text: string;
  readonly setDraft: (value: MessageDraft) => void;
  readonly draft: MessageDraft;
}

const MessageText = ({ id, text, setDraft, draft }: MessageTextProps) => (
  <TextArea
    id={id}
    rows={3}
    maxLength={MOST_CHARACTERS.message}
    value={text}
    onChange={(event) => setDraft({ ...draft, text: event.target.value })}
  />
);

interface MessageFormProps {
  readonly write: () => Promise<void>;
  readonly id: string;
  readonly isOffice: boolean;
  readonly text: string;
  readonly setDraft: (value: MessageDraft) => void;
  readonly draft: MessageDraft;
  readonly as: WrittenAs;
  readonly lines: readonly FileLine[];
  readonly files: ReturnType<typeof useFiles>;
  readonly error: ReturnType<typeof useSend>['error'];
  readonly isSending: boolean;
}

const MessageForm = ({
  write,
  id,
  isOffice,
  text,
  setDraft,
  draft,
  as,
  lines,
  files,
  error,
  isSending,
}: MessageFormProps) => (
  <Form
    className="mt-3 grid gap-2"
    onSubmit={(event) => {
      event.preventDefault();
      void write();
    }}
  >
    <label htmlFor={id} className="font-semibold">
      {isOffice ? t`Write` : t`Write to the office`}
    </label>
    <MessageText id={id} text={text} setDraft={setDraft} draft={draft} />
    {isOffice && <ReadBy id={id} as={as} setDraft={setDraft} draft={draft} />}
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

/** The message as it is written, kept while the network is away, and sending it. */
function useMessage(
  request: Pick<RequestView, 'reference' | 'messages' | 'mayWrite'>,
  router: ReturnType<typeof useRouter>,
) {
  const [draft, setDraft] = useDraft<MessageDraft>(`message ${request.reference}`, NO_MESSAGE);
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
  return { draft, setDraft, text, as, lines, error, isSending, files, write };
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
  const id = useId();
  const { draft, setDraft, text, as, lines, error, isSending, files, write } = useMessage(request, router);
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
      {request.mayWrite && (
        <MessageForm
          write={write}
          id={id}
          isOffice={isOffice}
          text={text}
          setDraft={setDraft}
          draft={draft}
          as={as}
          lines={lines}
          files={files}
          error={error}
          isSending={isSending}
        />
      )}
    </section>
  );
}
