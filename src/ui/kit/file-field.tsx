import type { ComponentProps } from 'react';

/** Picks a file. The browser names it; what is asked for stands beside it. */
export const FileField = ({ className = '', ...input }: Omit<ComponentProps<'input'>, 'type'>) => (
  <input
    type="file"
    {...input}
    className={`block w-full cursor-pointer py-1 file:mr-3 file:cursor-pointer file:rounded-sm file:border file:border-strong-rule file:bg-raised file:px-3 file:py-1.5 file:font-semibold file:text-ink ${className}`}
  />
);
