import { t } from '@/contracts/language/translate';
import type { ChangeReply } from '@/contracts/requests/change';
import { sayNumbers } from './use-preview';

/** More than so many sentences are not read beside a form. */
const MOST_SENTENCES = 5;

/** What a change would do, as it is typed: the line of the history to be, numbers, and what is to be noticed; or why it cannot be. */
export function PreviewLines({ preview }: { preview: ChangeReply | string | null }) {
  return (
    <div aria-live="polite" className="mt-2 min-h-6">
      {typeof preview === 'string' && <p className="font-semibold text-conflict">{preview}</p>}
      {preview !== null && typeof preview !== 'string' && (
        <>
          <p className="font-semibold">
            {t`The history will say: ${preview.summary}`}
            {preview.numbers.moved > 0 && ` (${sayNumbers(preview)})`}.
          </p>
          {[...preview.sentences, ...preview.warnings].slice(0, MOST_SENTENCES).map((sentence) => (
            <p key={sentence} className="mt-0.5 text-note">
              {sentence}
            </p>
          ))}
        </>
      )}
    </div>
  );
}
