'use client';
import { RadioGroup } from '@/ui/kit/radio-group';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';

/** A message as it arrives: its HTML in a frame of its own that runs nothing, or its plain text. */
export function MailBody({ html, text }: { html: string; text: string }) {
  const [shown, setShown] = useState<'looks' | 'plain'>('looks');
  return (
    <section aria-label={t`The message`}>
      <RadioGroup
        legend={t`Shown as`}
        isLegendHidden
        name="shown-as"
        options={[
          ['looks', t`with its looks`],
          ['plain', t`as plain text`],
        ]}
        value={shown}
        onChange={setShown}
      />
      {shown === 'plain' ? (
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
