import { ButtonLink } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import type { ReactNode } from 'react';

/** A page that says why there is nothing to see, and the way on. */
export function FullPageNote({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="mx-auto max-w-xl py-16">
      <h1 className="text-3xl">{title}</h1>
      <div className="mt-3 text-lg">{children}</div>
      <p className="mt-6">
        <ButtonLink href="/">{t`To the board`}</ButtonLink>
      </p>
    </div>
  );
}
