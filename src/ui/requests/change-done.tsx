import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { GoingOn } from '@/ui/kit/going-on';
import { RefusalNote } from '@/ui/kit/refusal-note';
import type { ChangeHandle } from './use-change';

/** What was done last, with the way back while there is one; or why it was not done. */
export function ChangeDone({ change }: { change: ChangeHandle }) {
  return (
    <>
      <p role="status" className="flex flex-wrap items-center gap-3 font-semibold text-clear">
        {change.doneText}
        {change.canTakeBack && <Button isBusy={change.isSending} onClick={change.takeBack}>{t`Undo`}</Button>}
      </p>
      <GoingOn isGoing={change.isSending} kind="writes" onStop={change.stop} />
      <RefusalNote error={change.error} />
    </>
  );
}
