'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useId, useState } from 'react';
import { fileLimitText, sizeText, type FileLine } from '@/contracts/requests/files';
import type { FileState, useFiles } from './use-files';

function StateText({ state, isSignedIn }: { state: FileState | undefined; isSignedIn: boolean }) {
  if (!isSignedIn) return <>{t`stored here; it is sent once you have signed in`}</>;
  if (!state || state.kind === 'waiting') return <>{t`waits`}</>;
  if (state.kind === 'sent') return <>{t`sent`}</>;
  if (state.kind === 'failed') return <strong className="text-conflict">{state.message}</strong>;
  return (
    <>
      <progress className="h-2 w-28 align-middle" max={1} value={state.share} aria-label={t`Sent so far`} />{' '}
      {Math.round(state.share * 100)} %
    </>
  );
}

interface PickedFileProps {
  readonly line: FileLine;
  readonly files: ReturnType<typeof useFiles>;
  readonly isSignedIn: boolean;
}

const PickedFile = ({ line: { key, name, bytes }, files, isSignedIn }: PickedFileProps) => (
  <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-1">
    <span className="font-semibold break-all">{name}</span>
    <span className="text-soft">{sizeText(bytes)}</span>
    <span>
      <StateText state={files.states[key]} isSignedIn={isSignedIn} />
    </span>
    <span className="ml-auto flex gap-2">
      {files.states[key]?.kind === 'failed' && (
        <Button size="small" onClick={() => files.retry(key)}>{t`Try again`}</Button>
      )}
      <Button
        size="small"
        aria-label={t`Leave ${name} out`}
        onClick={() => files.remove(key)}
      >{t`Leave out`}</Button>
    </span>
  </li>
);

interface FilesInputProps {
  readonly id: string;
  readonly files: ReturnType<typeof useFiles>;
}

const FilesInput = ({ id, files }: FilesInputProps) => (
  <input
    id={id}
    type="file"
    multiple
    className="block w-full cursor-pointer py-1 file:mr-3 file:cursor-pointer file:rounded-sm file:border file:border-strong-rule file:bg-raised file:px-3 file:py-1.5 file:font-semibold file:text-ink"
    aria-describedby={`${id}-hint`}
    onChange={(event) => {
      const { files: picked } = event.target;
      if (picked) void files.add([...picked]);
      // So that the same file can be picked once more after it was left out.
      event.target.value = '';
    }}
  />
);

interface NotTakenProps {
  readonly fault: string | undefined;
  readonly files: ReturnType<typeof useFiles>;
}

const NotTaken = ({ fault, files }: NotTakenProps) => (
  <div aria-live="polite">
    {fault && <p className="font-semibold text-conflict">{fault}</p>}
    {files.refused.map((text) => (
      <p key={text} className="font-semibold text-conflict">
        {text}
      </p>
    ))}
  </div>
);

interface FilePickerProps {
  readonly lines: readonly FileLine[];
  readonly files: ReturnType<typeof useFiles>;
  readonly isSignedIn: boolean;
  readonly label?: string;
  readonly fault?: string;
}

/** Files picked by button or dropped here, several at once, each with how far it has come. */
export function FilePicker({ lines, files, isSignedIn, label = t`Add files`, fault }: FilePickerProps) {
  const id = useId();
  const [isOver, setOver] = useState(false);
  return (
    <div
      className={isOver ? 'outline-2 outline-accent outline-dashed' : ''}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        void files.add(event.dataTransfer.files);
      }}
    >
      <label htmlFor={id} className="font-semibold">
        {label}
      </label>
      <FilesInput id={id} files={files} />
      <p
        id={`${id}-hint`}
        className="text-note text-soft"
      >{t`Plans, lists, pictures: any kind, several at once; drop them here too. ${fileLimitText()}`}</p>
      <NotTaken fault={fault} files={files} />
      <ul className="mt-1 grid gap-1">
        {lines.map((line) => (
          <PickedFile key={line.key} line={line} files={files} isSignedIn={isSignedIn} />
        ))}
      </ul>
    </div>
  );
}
