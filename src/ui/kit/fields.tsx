import type { ComponentProps } from 'react';

const face = (className = ''): string => `control ${className}`;

/**
 * The plain controls of a form, bare: `Field` gives them their label, hint and fault. They are the browser's own, so
 * that they work before scripts are there, bring up the keys and lists a phone has, and are known to every reader of screens.
 */
export const TextField = ({ className, ...rest }: ComponentProps<'input'>) => (
  <input {...rest} className={face(className)} />
);

export const NumberField = ({ className, ...rest }: Omit<ComponentProps<'input'>, 'type'>) => (
  <input {...rest} type="number" className={face(className)} />
);

export const TextArea = ({ className, ...rest }: ComponentProps<'textarea'>) => (
  <textarea {...rest} className={face(className)} />
);

/** A choice of a few; where there are many to search, `Combobox`. */
export const Select = ({ className, ...rest }: ComponentProps<'select'>) => (
  <select {...rest} className={face(className)} />
);

export const Checkbox = ({ className = 'size-5', ...rest }: Omit<ComponentProps<'input'>, 'type'>) => (
  <input {...rest} type="checkbox" className={`accent-(--accent) ${className}`} />
);

/** One of several; those of one name belong together, inside a `fieldset` with a legend. */
export const Radio = ({ className = 'size-4', ...rest }: Omit<ComponentProps<'input'>, 'type'>) => (
  <input {...rest} type="radio" className={`accent-(--accent) ${className}`} />
);
