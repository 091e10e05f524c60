'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useOffice } from '@/ui/hooks/office';
import type { ShownError } from '@/ui/hooks/send';

/** Why something was not done, in words, with whom to ask. Announced when it appears. */
export function RefusalNote({ error, className = '' }: { error: ShownError | null; className?: string }) {
  const office = useOffice();
  return (
    <div role="alert" className={className}>
      {error && (
        <div className="border-l-4 border-conflict bg-sunk px-3 py-2">
          <p className="font-semibold">{error.message}</p>
          {error.details.length > 0 && (
            <ul className="mt-1 list-disc pl-5">
              {error.details.map((detail) => (
                <li key={detail}>{detail}</li>
              ))}
            </ul>
          )}
          {error.code === 'sign-in-first' && (
            <p className="mt-1">
              <a
                className="font-semibold"
                href={`/sign-in?next=${encodeURIComponent(location.pathname + location.search)}`}
              >{t`Sign in and come back here`}</a>
            </p>
          )}
          {error.retry && <Button className="mt-2" onClick={error.retry}>{t`Try again`}</Button>}
          <p className="mt-1 text-fine text-soft">
            {office.name}: {office.phone}, {office.email}
          </p>
        </div>
      )}
    </div>
  );
}
