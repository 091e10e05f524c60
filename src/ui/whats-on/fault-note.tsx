import { t } from '@/contracts/language/translate';
/** Says what of an address could not be read. */
export function FaultNote({ fault }: { fault: string | null }) {
  if (fault === null) return null;
  return (
    <p
      role="alert"
      className="mb-3 border-l-4 border-conflict bg-sunk px-3 py-2"
    >{t`${fault} Everything is shown instead.`}</p>
  );
}
