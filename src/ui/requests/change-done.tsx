import { t } from '@/contracts/language/translate';
import { GoingOn } from '@/ui/primitives/going-on';
import { RefusalNote } from '@/ui/primitives/refusal-note';
import type { ChangeHandle } from './use-change';

/** What was done last, with the way back while there is one; or why it was not done. */
export function ChangeDone({ change }: { change: ChangeHandle }) {
  return (
    <>
      <p role="status" className="flex flex-wrap items-center gap-3 font-semibold text-clear">
        {change.doneText}
        {change.canTakeBack && (
          <button
            type="button"
            className="press"
            disabled={change.isSending}
            onClick={change.takeBack}
          >{t`Take it back`}</button>
        )}
      </p>
      <GoingOn isGoing={change.isSending} kind="writes" onStop={change.stop} />
      <RefusalNote error={change.error} />
    </>
  );
}
