'use client';
import { t } from '@/contracts/language/translate';
import { useCallback, useEffect, useRef, useState } from 'react';
import {
  fileLimitText,
  MOST_FILE_BYTES,
  safeFileName,
  sizeText,
  type FileLine,
} from '@/contracts/requests/files';
import { forgetFile, keepFile, keptFile } from './kept-files';
import { upload, type Upload } from './upload';

export type FileState =
  | { readonly kind: 'waiting' }
  | { readonly kind: 'sending'; readonly share: number }
  | { readonly kind: 'sent' }
  | { readonly kind: 'failed'; readonly message: string };

interface FilesHandle {
  readonly states: Readonly<Record<string, FileState>>;
  /** What was picked and is not taken, with why. */
  readonly refused: readonly string[];
  add(files: Iterable<File>): Promise<void>;
  remove(key: string): void;
  retry(key: string): void;
  /** Resolves when every file has been sent, or one could not be: then false. */
  settled(): Promise<boolean>;
}

type Running = Map<string, Upload>;

/** Sends a file that is kept here; one that is being sent already is not sent twice. */
async function sendKept(
  running: Running,
  { key, name }: FileLine,
  set: (key: string, state: FileState) => void,
): Promise<void> {
  if (running.has(key)) return;
  const blob = await keptFile(key);
  // What is kept no longer has been sent before.
  if (!blob) return set(key, { kind: 'sent' });
  const sending = upload(key, name, blob, (share) => set(key, { kind: 'sending', share }));
  running.set(key, sending);
  set(key, { kind: 'sending', share: 0 });
  const error = await sending.done;
  if (running.get(key) !== sending) return;
  if (error) {
    running.delete(key);
    return set(key, { kind: 'failed', message: error.message });
  }
  await forgetFile(key);
  set(key, { kind: 'sent' });
}

const tooLarge = ({ name, size }: File) =>
  t`“${safeFileName(name)}” has ${sizeText(size)}. ${fileLimitText()}`;

/** Keeps files in the browser. @returns a line for each */
async function keepAll(files: readonly File[]): Promise<FileLine[]> {
  const lines = files.map(({ name, size }) => ({
    key: crypto.randomUUID(),
    name: safeFileName(name),
    bytes: size,
  }));
  await Promise.all(lines.map(({ key }, index) => keepFile(key, files[index]!)));
  return lines;
}

/** Takes a file away, here and on the server. */
function dropFile(running: Running, key: string): void {
  running.get(key)?.abort();
  running.delete(key);
  void forgetFile(key);
  void fetch(`/api/files/${key}`, {
    method: 'DELETE',
    headers: { 'Content-Type': 'application/json' },
    body: '{}',
  }).catch(() => undefined);
}

/**
 * Files picked for something that is sent later. They are kept in the browser at once and go to the server as soon as
 * there is an account to send them by; `lines` is what is picked, in order.
 */
export function useFiles(
  lines: readonly FileLine[],
  setLines: (lines: FileLine[]) => void,
  isSignedIn: boolean,
): FilesHandle {
  const [states, setStates] = useState<Record<string, FileState>>({});
  const [refused, setRefused] = useState<readonly string[]>([]);
  const running = useRef(new Map<string, Upload>());
  const latest = useRef({ lines, setLines });
  useEffect(() => {
    latest.current = { lines, setLines };
  });
  const set = useCallback(
    (key: string, state: FileState) => setStates((before) => ({ ...before, [key]: state })),
    [],
  );

  const start = useCallback((line: FileLine) => sendKept(running.current, line, set), [set]);

  useEffect(() => {
    if (!isSignedIn) return;
    // After the drawing: sending tells how far it is at once.
    const timer = setTimeout(() => lines.forEach((line) => void start(line)), 0);
    return () => clearTimeout(timer);
  }, [isSignedIn, lines, start]);

  const add = useCallback(async (files: Iterable<File>) => {
    const all = [...files];
    const large = all.filter(({ size }) => size > MOST_FILE_BYTES);
    setRefused(large.map(tooLarge));
    const added = await keepAll(all.filter((file) => !large.includes(file)));
    if (added.length) latest.current.setLines([...latest.current.lines, ...added]);
  }, []);

  const remove = useCallback((key: string) => {
    dropFile(running.current, key);
    latest.current.setLines(latest.current.lines.filter((line) => line.key !== key));
  }, []);

  const retry = useCallback(
    (key: string) => {
      const line = latest.current.lines.find((each) => each.key === key);
      if (line) void start(line);
    },
    [start],
  );

  const settled = useCallback(async () => {
    for (const line of latest.current.lines) await start(line);
    const results = await Promise.all(
      latest.current.lines.map(async ({ key }) => (await running.current.get(key)?.done) ?? null),
    );
    return results.every((error) => error === null);
  }, [start]);

  return { states, refused, add, remove, retry, settled };
}
