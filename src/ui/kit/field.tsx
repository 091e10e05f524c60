import { Children, cloneElement, isValidElement, useId, type ReactElement, type ReactNode } from 'react';

/** strong: of a form; plain: beside others in a panel; note and caps: in a bar of filters. */
export type LabelLook = 'strong' | 'plain' | 'note' | 'caps';

const LOOKS: Readonly<Record<LabelLook, string>> = {
  strong: 'block font-semibold',
  plain: 'block',
  note: 'block text-note text-soft',
  caps: 'block small-caps',
};

interface FieldProps {
  readonly label: ReactNode;
  readonly hint?: ReactNode;
  readonly fault?: string;
  readonly look?: LabelLook;
  readonly className?: string;
  readonly children: ReactElement<{ id?: string; 'aria-invalid'?: boolean; 'aria-describedby'?: string }>;
}

/** A labelled control with its hint and, beside it, what is wrong with it. */
export function Field({ label, hint, fault, look = 'strong', className = '', children }: FieldProps) {
  const id = useId();
  const control = Children.only(children);
  if (!isValidElement(control)) throw new Error('Field needs one control inside');
  const described = [hint ? `${id}-hint` : '', fault ? `${id}-fault` : ''].filter(Boolean).join(' ');
  return (
    <div className={className}>
      <label htmlFor={id} className={LOOKS[look]}>
        {label}
      </label>
      {cloneElement(control, { id, 'aria-invalid': !!fault, 'aria-describedby': described || undefined })}
      {fault && (
        <p id={`${id}-fault`} className="mt-0.5 font-semibold text-clash">
          {fault}
        </p>
      )}
      {hint && (
        <p id={`${id}-hint`} className="mt-0.5 text-note text-soft">
          {hint}
        </p>
      )}
    </div>
  );
}
