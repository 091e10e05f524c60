import { t } from '@/contracts/language/translate';
import { GoingOn } from '@/ui/kit/going-on';

/** Stands where a preview will be, while the server works it out. */
export const LookingAhead = () => (
  <div className="flex min-h-6 flex-wrap items-center gap-3 text-soft">
    <p>{t`Checking what it would do …`}</p>
    <GoingOn isGoing kind="previews" what={t`Looked at`} />
  </div>
);
