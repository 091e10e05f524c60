'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import type { PinnedName } from '@/contracts/accounts/own';
import { send } from '@/ui/hooks/send';
import { useSend } from '@/ui/hooks/use-send';
import Link from '@/ui/kit/link';

/** What one has pinned: first in every list of places; taken out here. */
export function Pins({ pins }: { pins: readonly PinnedName[] }) {
  const router = useRouter();
  const { error, run } = useSend();
  const takeOut = ({ kind, id }: PinnedName) =>
    run(
      () => send('POST', '/api/own/pins', { kind, id, isPinned: false }),
      () => router.refresh(),
    );
  return (
    <section>
      <h2 className="border-b border-rule text-xl">{t`Pinned`}</h2>
      {pins.length ? (
        <ul>
          {pins.map((pin) => (
            <li
              key={`${pin.kind} ${pin.id}`}
              className="flex min-h-9 items-center justify-between gap-3 border-b border-rule py-1"
            >
              <Link href={pin.href}>{pin.name}</Link>
              <Button onClick={() => void takeOut(pin)}>
                {t`Take out`}
                <span className="sr-only"> {pin.name}</span>
              </Button>
            </li>
          ))}
        </ul>
      ) : (
        <p className="py-2 text-soft">
          {t`Nothing yet. Pin spaces and equipment on their pages under `}
          <Link href="/spaces">{t`Spaces`}</Link>
          {t`; they come first in every list then.`}
        </p>
      )}
      <p role="alert">{error?.message}</p>
    </section>
  );
}
