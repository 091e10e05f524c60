import { Children, cloneElement, isValidElement, useId, type ReactElement, type ReactNode } from 'react';

interface FieldProps {
  readonly label: string;
  readonly hint?: ReactNode;
  readonly fault?: string;
  readonly className?: string;
  readonly children: ReactElement<{ id?: string; 'aria-invalid'?: boolean; 'aria-describedby'?: string }>;
}

/** A labelled control with its hint and, beside it, what is wrong with it. */
export function Field({ label, hint, fault, className = '', children }: FieldProps) {
  const id = useId();
  const control = Children.only(children);
  if (!isValidElement(control)) throw new Error('Field needs one control inside');
  const described = [hint ? `${id}-hint` : '', fault ? `${id}-fault` : ''].filter(Boolean).join(' ');
  return (
    <div className={className}>
      <label htmlFor={id} className="font-semibold">
        {label}
      </label>
      {cloneElement(control, { id, 'aria-invalid': !!fault, 'aria-describedby': described || undefined })}
      {fault && (
        <p id={`${id}-fault`} className="mt-0.5 font-semibold text-clash">
          {fault}
        </p>
      )}
      {hint && (
        <p id={`${id}-hint`} className="mt-0.5 text-[0.92rem] text-soft">
          {hint}
        </p>
      )}
    </div>
  );
}

export function FormSection({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="border-t border-rule py-4">
      <h2 className="mb-3 text-xl">{title}</h2>
      <div className="grid gap-4 sm:grid-cols-6">{children}</div>
    </section>
  );
}
