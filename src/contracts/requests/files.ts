import { lazyText, t } from '@/contracts/language/translate';
import { z } from 'zod';

/** Most a single file may weigh. Of exactly 1,048,576 bytes each. */
export const MOST_FILE_MB = 50;
/** A file has at most so many bytes. */
export const MOST_FILE_BYTES = MOST_FILE_MB * 1024 * 1024;
/** Most files of one person that belong to nothing yet. They are gone after seven days. */
export const MOST_LOOSE_FILES = 40;
const MOST_NAME = 120;

/** Said where files are picked and where one is refused. */
export const fileLimitText = (): string => t`A file is at most ${MOST_FILE_MB} MB.`;

/**
 * The name a file is shown and downloaded by: without folders, control characters and what systems give meaning to.
 * Where it is stored has nothing to do with it. Never empty, and at most 120 letters.
 */
export function safeFileName(name: string): string {
  const last = name.normalize('NFC').split(/[/\\]/).pop()!;
  // Controls, direction marks that make `gpj.exe` read as an image, and characters file systems refuse.
  const kept = last.replace(/[\u0000-\u001f\u007f-\u009f\u200e\u200f\u202a-\u202e\u2066-\u2069<>:"|?*]/g, '');
  const trimmed = kept.replace(/^[.\s]+|[.\s]+$/g, '');
  if (trimmed.length <= MOST_NAME) return trimmed || 'file';
  const dot = trimmed.lastIndexOf('.');
  const end = dot > 0 && trimmed.length - dot <= 12 ? trimmed.slice(dot) : '';
  return trimmed.slice(0, MOST_NAME - end.length) + end;
}

/** What an upload says of itself, in its address; the body is the file. The body is at most 50 MB. */
export const uploadSchema = z.object({
  /** Made by the browser: the same again is the same file. */
  key: z.uuid(lazyText`The key of this file is malformed; add it once more.`),
  name: z
    .string(lazyText`The file has no name.`)
    .min(1, lazyText`The file has no name.`)
    .max(1000, lazyText`The name is too long.`),
});
export type UploadInput = z.output<typeof uploadSchema>;

/** A file as a list tells it. The size is in bytes. */
export interface FileLine {
  readonly key: string;
  readonly name: string;
  readonly bytes: number;
}

/** `1.4 MB`, `312 KB`, `9 bytes`. From 1,024 bytes on in KB, from 1,024 KB on in MB, rounded. */
export function sizeText(bytes: number): string {
  if (bytes < 1024) return t`${bytes} bytes`;
  const kb = bytes / 1024;
  return kb < 1024 ? t`${Math.round(kb)} KB` : t`${(kb / 1024).toFixed(1)} MB`;
}
