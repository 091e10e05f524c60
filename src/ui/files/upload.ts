import { texts } from '@/contracts/language/translate';
import type { ErrorReply } from '@/contracts/base/refusal';

export interface Upload {
  readonly done: Promise<ErrorReply['error'] | null>;
  abort(): void;
}

const broken: ErrorReply['error'] = texts(
  {
    code: 'failed',
    message: 'The file did not get through. It is kept here; try again in a moment.',
    fields: [],
    details: [],
  },
  'message',
);

function errorOf(text: string): ErrorReply['error'] {
  try {
    return (JSON.parse(text) as ErrorReply).error ?? broken;
  } catch {
    return broken;
  }
}

/** Sends a file as it is; `onShare` is told how much is sent, 0 to 1. Resolves to null, or to why it was refused. */
export function upload(key: string, name: string, blob: Blob, onShare: (share: number) => void): Upload {
  // Fetch tells nobody how far it has come.
  const request = new XMLHttpRequest();
  const done = new Promise<ErrorReply['error'] | null>((resolve) => {
    request.upload.addEventListener('progress', ({ loaded, total }) => onShare(total ? loaded / total : 0));
    request.addEventListener('load', () =>
      resolve(request.status === 200 ? null : errorOf(request.responseText)),
    );
    request.addEventListener('error', () => resolve(broken));
    request.addEventListener('abort', () => resolve(broken));
  });
  request.open('POST', `/api/files?key=${key}&name=${encodeURIComponent(name)}`);
  request.setRequestHeader('Content-Type', 'application/octet-stream');
  request.send(blob);
  return { done, abort: () => request.abort() };
}
