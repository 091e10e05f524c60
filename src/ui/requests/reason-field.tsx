import type { ReactNode } from 'react';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { TextField } from '@/ui/kit/fields';

interface ReasonFieldProps {
  readonly label?: string;
  /** Who reads it, or where it is needed. */
  readonly hint?: ReactNode;
  readonly value: string;
  onChange(value: string): void;
  readonly className?: string;
}

/** Why something is done, for those it touches. */
export const ReasonField = ({
  label = t`Reason`,
  hint,
  value,
  onChange,
  className = '',
}: ReasonFieldProps) => (
  <label className={`block ${className}`}>
    {/* Both in elements, or what is read out runs together. */}
    <span>{label}</span> {hint && <span className="text-note text-soft">{hint}</span>}
    <TextField
      maxLength={MOST_CHARACTERS.reason}
      value={value}
      onChange={({ target }) => onChange(target.value)}
    />
  </label>
);
