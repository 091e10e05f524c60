'use client';
import { say } from '@/contracts/language/say';
import { FullPageNote } from '@/ui/frame/full-page-note';

export default function ErrorPage({ reset }: { reset: () => void }) {
  return (
    <FullPageNote title={say`Something went wrong on our side`}>
      <p>{say`Nothing was changed. Try once more; if it stays like this, tell the office.`}</p>
      <button type="button" className="press press-main mt-4" onClick={reset}>{say`Try again`}</button>
    </FullPageNote>
  );
}
