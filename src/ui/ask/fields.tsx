import type { ReactNode } from 'react';

export function FormSection({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="border-t border-rule py-4">
      <h2 className="mb-3 text-xl">{title}</h2>
      <div className="grid gap-4 sm:grid-cols-6">{children}</div>
    </section>
  );
}
