'use client';
import { t } from '@/contracts/language/translate';
import { useCallback, useEffect, useRef, useState, type RefObject } from 'react';
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

/** Sends a file that is kept here; one that is being sent already is not sent twice. */
function useUploads(running: RefObject<Map<string, Upload>>, set: (key: string, state: FileState) => void) {
  return useCallback(
    async ({ key, name }: FileLine) => {
      if (running.current.has(key)) return;
      const blob = await keptFile(key);
      // What is kept no longer has been sent before.
      if (!blob) return set(key, { kind: 'sent' });
      const sending = upload(key, name, blob, (share) => set(key, { kind: 'sending', share }));
      running.current.set(key, sending);
      set(key, { kind: 'sending', share: 0 });
      const error = await sending.done;
      if (running.current.get(key) !== sending) return;
      if (error) {
        running.current.delete(key);
        return set(key, { kind: 'failed', message: error.message });
      }
      await forgetFile(key);
      set(key, { kind: 'sent' });
    },
    [running, set],
  );
}

/** Takes files in that are not too large, and keeps them in the browser. */
function useAdd(
  setRefused: (refused: readonly string[]) => void,
  latest: RefObject<{ lines: readonly FileLine[]; setLines: (lines: FileLine[]) => void }>,
) {
  return useCallback(
    async (files: Iterable<File>) => {
      const all = [...files];
      const large = all.filter(({ size }) => size > MOST_FILE_BYTES);
      setRefused(
        large.map(({ name, size }) => t`“${safeFileName(name)}” has ${sizeText(size)}. ${fileLimitText()}`),
      );
      const taken = all.filter((file) => !large.includes(file));
      const added = taken.map((file) => ({
        key: crypto.randomUUID(),
        name: safeFileName(file.name),
        bytes: file.size,
      }));
      await Promise.all(added.map(({ key }, index) => keepFile(key, taken[index]!)));
      if (added.length) latest.current.setLines([...latest.current.lines, ...added]);
    },
    [latest, setRefused],
  );
}

/** Takes a file away, here and on the server. */
function useRemove(
  running: RefObject<Map<string, Upload>>,
  latest: RefObject<{ lines: readonly FileLine[]; setLines: (lines: FileLine[]) => void }>,
) {
  return useCallback(
    (key: string) => {
      running.current.get(key)?.abort();
      running.current.delete(key);
      void forgetFile(key);
      void fetch(`/api/files/${key}`, {
        method: 'DELETE',
        headers: { 'Content-Type': 'application/json' },
        body: '{}',
      }).catch(() => undefined);
      latest.current.setLines(latest.current.lines.filter((line) => line.key !== key));
    },
    [latest, running],
  );
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

  const start = useUploads(running, set);

  useEffect(() => {
    if (!isSignedIn) return;
    // After the drawing: sending tells how far it is at once.
    const timer = setTimeout(() => lines.forEach((line) => void start(line)), 0);
    return () => clearTimeout(timer);
  }, [isSignedIn, lines, start]);

  const add = useAdd(setRefused, latest);

  const remove = useRemove(running, latest);

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
