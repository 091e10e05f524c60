'use client';
import { ButtonAnchor } from '@/ui/kit/button';
import { t, texts } from '@/contracts/language/translate';
import { useState } from 'react';
import type { ErrorReply } from '@/contracts/base/refusal';
import { isErrorReply } from '@/ui/hooks/send';
import { GoingOn } from '@/ui/kit/going-on';
import { RefusalNote } from '@/ui/kit/refusal-note';

const NOT_DRAWN: ErrorReply['error'] = texts(
  {
    code: 'unreachable',
    message: 'Not drawn: the server cannot be reached. Try again in a moment.',
    fields: [],
    details: [],
  },
  'message',
);

const nameIn = (reply: Response): string =>
  /filename="([^"]+)"/.exec(reply.headers.get('Content-Disposition') ?? '')?.[1] ?? 'sheet.pdf';

function keepAs(name: string, file: Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(file);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}

/**
 * A PDF that takes its time to be drawn: how far it is shows here, and it can be stopped; then the browser keeps it as a
 * file. Without scripts it is a link like any other.
 */
export function PdfLink({ href }: { href: string }) {
  const [drawing, setDrawing] = useState<AbortController | null>(null);
  const [error, setError] = useState<ErrorReply['error'] | null>(null);
  const draw = async () => {
    const stop = new AbortController();
    setDrawing(stop);
    setError(null);
    try {
      const reply = await fetch(href, { signal: stop.signal });
      if (reply.ok) keepAs(nameIn(reply), await reply.blob());
      else {
        const body: unknown = await reply.json();
        setError(isErrorReply(body) ? body.error : NOT_DRAWN);
      }
    } catch {
      if (!stop.signal.aborted) setError(NOT_DRAWN);
    }
    setDrawing(null);
  };
  return (
    <>
      <ButtonAnchor
        href={href}
        onClick={(event) => {
          event.preventDefault();
          if (!drawing) void draw();
        }}
      >{t`As PDF`}</ButtonAnchor>
      <GoingOn
        isGoing={drawing !== null}
        kind="reads"
        what={t`Pages drawn`}
        onStop={() => drawing?.abort()}
      />
      <RefusalNote error={error} />
    </>
  );
}
