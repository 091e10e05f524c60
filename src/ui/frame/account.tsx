'use client';
import { Button, ButtonLink } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import { usePathname, useRouter } from 'next/navigation';
import { send } from '@/ui/hooks/send';
import { forgetDrafts } from '@/ui/hooks/use-draft';
import { useSend } from '@/ui/hooks/use-send';

/** Who is signed in, and the alternative; or the way in, which comes back to this page. */
export function Account({ name }: { name: string | null }) {
  const router = useRouter();
  const path = usePathname();
  const { error, isSending, run } = useSend();
  if (!name) return <ButtonLink href={`/sign-in?next=${encodeURIComponent(path)}`}>{t`Sign in`}</ButtonLink>;
  const leave = () =>
    run(
      () => send('DELETE', '/api/session', {}),
      ({ ok }) => {
        if (!ok) return;
        forgetDrafts();
        router.push('/');
        router.refresh();
      },
    );
  return (
    <span className="flex items-center gap-3">
      <Link className="text-soft" href="/account">
        {name}
      </Link>
      <Button size="small" isBusy={isSending} onClick={leave}>{t`Sign out`}</Button>
      <span role="alert">{error?.message}</span>
    </span>
  );
}
