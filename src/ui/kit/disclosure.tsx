import type { ComponentProps, ReactNode } from 'react';

interface DisclosureProps extends Omit<ComponentProps<'details'>, 'title'> {
  /** What is inside, in a few words; always seen. */
  readonly summary: ReactNode;
}

/** Something that most people do not need at once: it opens in its place, without scripts too, and the browser's search finds it. */
export const Disclosure = ({ summary, children, ...rest }: DisclosureProps) => (
  <details {...rest}>
    <summary className="cursor-pointer py-0.5 font-semibold">{summary}</summary>
    {children}
  </details>
);
