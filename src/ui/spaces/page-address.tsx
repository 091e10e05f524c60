import { t } from '@/contracts/language/translate';
import { PinButton } from './pin-button';

interface PageAddressProps {
  readonly kind: 'space' | 'pool';
  readonly id: number;
  readonly name: string;
  /** Null for those who are not signed in: they pin nothing. */
  readonly isPinned: boolean | null;
  readonly path: string;
}

/** The pin of a space or of equipment, and the address of its page to hand on. */
export const PageAddress = ({ isPinned, path, ...what }: PageAddressProps) => (
  <p className="flex items-center gap-2 pt-2">
    {isPinned !== null && <PinButton {...what} isPinned={isPinned} withText />}
    <span className="text-note text-soft">
      {t`Link to this page: `}
      <span className="break-all text-ink">{path}</span>
    </span>
  </p>
);
