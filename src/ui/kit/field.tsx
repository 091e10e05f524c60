import { cloneElement, useId, type ReactElement, type ReactNode } from 'react';

/** strong: of a form; plain: beside others in a panel; note and caps: in a bar of filters. */
export type LabelLook = 'strong' | 'plain' | 'note' | 'caps';

const LOOKS: Readonly<Record<LabelLook, string>> = {
  strong: 'block font-semibold',
  plain: 'block',
  note: 'block text-note text-soft',
  caps: 'block small-caps',
};

/** What joins a control to its label, its hint and its fault. */
export interface ControlIds {
  readonly id: string;
  readonly 'aria-invalid': boolean;
  readonly 'aria-describedby': string | undefined;
  readonly 'aria-required'?: true;
}

interface FieldProps {
  readonly label: ReactNode;
  readonly hint?: ReactNode;
  readonly fault?: string;
  /** It has to be said: marked for the eye, and told to those who listen. */
  readonly isRequired?: boolean;
  readonly look?: LabelLook;
  readonly className?: string;
  /** The control; of one that stands inside something else, what it is made of. */
  readonly children: ReactElement<Partial<ControlIds>> | ((ids: ControlIds) => ReactNode);
}

/** A labelled control with its hint and, beside it, what is wrong with it. */
export function Field({
  label,
  hint,
  fault,
  isRequired,
  look = 'strong',
  className = '',
  children,
}: FieldProps) {
  const id = useId();
  const described = [hint ? `${id}-hint` : '', fault ? `${id}-fault` : ''].filter(Boolean).join(' ');
  const ids = {
    id,
    'aria-invalid': !!fault,
    'aria-describedby': described || undefined,
    ...(isRequired && { 'aria-required': true as const }),
  };
  return (
    <div className={className}>
      <label id={`${id}-label`} htmlFor={id} className={LOOKS[look]}>
        {label}
        {isRequired && <span aria-hidden="true"> *</span>}
      </label>
      {typeof children === 'function' ? children(ids) : cloneElement(children, ids)}
      {fault && (
        <p id={`${id}-fault`} className="mt-0.5 font-semibold text-conflict">
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
