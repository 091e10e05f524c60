'use client';
import { Button } from '@/ui/kit/button';
import { t, texts } from '@/contracts/language/translate';
import type { AccountView } from '@/contracts/accounts/account';
import { countText } from '@/contracts/words/when';
import { useSubmit } from '@/ui/hooks/use-submit';
import Link from '@/ui/kit/link';
import { RefusalNote } from '@/ui/kit/refusal-note';

const STATE_WORDS: Readonly<Record<AccountView['state'], string>> = texts({
  'no-password': 'No password yet, so nobody can sign in with this address.',
  invited: 'Invited; no password was chosen yet.',
  'invitation-over': 'The invitation has lapsed before a password was chosen.',
  'signs-in': 'A password is set.',
});

interface LettersProps {
  readonly letters: readonly { readonly id: number; readonly subject: string; readonly whenText: string }[];
}

const Letters = ({ letters }: LettersProps) => (
  <ul className="list-disc pl-5">
    {letters.map(({ id: letter, subject, whenText }) => (
      <li key={letter}>
        <Link href={`/outbox/${letter}`}>{subject}</Link>, <span className="text-soft">{whenText}</span>
      </li>
    ))}
  </ul>
);

/** Somebody's account, beside what they may do: letting them in, and out. */
export function AccountPanel({
  id,
  name,
  account: { state, signedInText, sessions, letters },
}: {
  id: number;
  name: string;
  account: AccountView;
}) {
  const { submit, error, said, isSending } = useSubmit();
  const press = (path: string, words: string) => (
    <Button isBusy={isSending} onClick={() => void submit(`/api/people/${id}/${path}`, {})}>
      {words}
      <span className="sr-only"> {name}</span>
    </Button>
  );
  return (
    <section className="max-w-4xl pt-8" aria-label={t`Account`}>
      <h2 className="border-b border-rule text-xl">{t`Account`}</h2>
      <p className="pt-2">
        {STATE_WORDS[state]} {signedInText && t`Signed in last ${signedInText}.`}{' '}
        {sessions > 0 && t`Signed in now in ${countText(sessions, 'place', 'places')}.`}
      </p>
      <p className="flex flex-wrap gap-3 py-2">
        {press('link', state === 'signs-in' ? t`Send a link for a new password` : t`Invite`)}
        {sessions > 0 && press('sign-out', t`Sign out everywhere`)}
      </p>
      <p role="status">{said && t`Done: ${said}.`}</p>
      <RefusalNote error={error} />
      {letters.length > 0 && <Letters letters={letters} />}
    </section>
  );
}

/** Invites everybody who has no way in yet: after a list of people was taken in. */
export function InviteAll({ count }: { count: number }) {
  const { submit, error, said, isSending } = useSubmit();
  return (
    <div className="pb-3">
      {count > 0 && (
        <Button
          isBusy={isSending}
          onClick={() => void submit('/api/people/invite', {})}
        >{t`Invite ${countText(count, 'person', 'people')} without a password`}</Button>
      )}
      <p role="status">{said && t`Done: ${said}.`}</p>
      <RefusalNote error={error} />
    </div>
  );
}
