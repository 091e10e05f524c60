'use client';
import { Radio } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';

/** A message as it arrives: its HTML in a frame of its own that runs nothing, or its plain text. */
export function MailBody({ html, text }: { html: string; text: string }) {
  const [isPlain, setPlain] = useState(false);
  return (
    <section aria-label={t`The message`}>
      <fieldset className="flex gap-5 pb-2">
        <legend className="sr-only">{t`Shown as`}</legend>
        {[
          { plain: false, words: t`with its looks` },
          { plain: true, words: t`as plain text` },
        ].map(({ plain, words }) => (
          <label key={words} className="flex items-center gap-2">
            <Radio name="shown-as" checked={isPlain === plain} onChange={() => setPlain(plain)} />
            {words}
          </label>
        ))}
      </fieldset>
      {isPlain ? (
        <pre className="sheet max-w-3xl overflow-x-auto p-4 text-note whitespace-pre-wrap">{text}</pre>
      ) : (
        <iframe
          title={t`The message with its looks`}
          className="sheet h-[34rem] w-full max-w-3xl bg-white"
          // Links open outside the frame; scripts and forms are off.
          sandbox="allow-popups allow-popups-to-escape-sandbox"
          srcDoc={html.replace('<head>', '<head><base target="_blank">')}
        />
      )}
    </section>
  );
}
