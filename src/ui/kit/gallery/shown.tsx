import type { ReactNode } from 'react';

/** One part of the kit under its name in the code. */
export const Shown = ({ name, children }: { name: string; children: ReactNode }) => (
  <section aria-label={name} className="border-t border-rule py-4">
    <h2 className="pb-2 font-mono text-lg">{name}</h2>
    <div className="flex flex-wrap items-start gap-4">{children}</div>
  </section>
);
