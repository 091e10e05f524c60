'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { FullPageNote } from '@/ui/frame/full-page-note';

export default function ErrorPage({ reset }: { reset: () => void }) {
  return (
    <FullPageNote title={t`Something went wrong on our side`}>
      <p>{t`Nothing was changed. Try once more; if it stays like this, tell the office.`}</p>
      <Button isMain className="mt-4" onClick={reset}>{t`Try again`}</Button>
    </FullPageNote>
  );
}
