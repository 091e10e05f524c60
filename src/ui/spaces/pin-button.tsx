'use client';
import { Button } from '@/ui/kit/button';
import { Tooltip } from '@/ui/kit/tooltip';
import { t } from '@/contracts/language/translate';
import { Pin, PinOff } from 'lucide-react';
import { useState } from 'react';
import type { Familiar } from '@/contracts/accounts/own';
import { send } from '@/ui/hooks/send';
import { useSend } from '@/ui/hooks/use-send';

interface PinProps {
  readonly kind: 'space' | 'pool';
  readonly id: number;
  readonly name: string;
  readonly isPinned: boolean;
  /** Said beside the sign, where there is room. */
  readonly withText?: boolean;
}

/** Puts a space or a pool first wherever one chooses among them. */
export function PinButton({ kind, id, name, isPinned: first, withText = false }: PinProps) {
  const [isPinned, setPinned] = useState(first);
  const { error, run } = useSend();
  const toggle = async () => {
    setPinned(!isPinned);
    const isDone = await run<Familiar>(
      () => send('POST', '/api/own/pins', { kind, id, isPinned: !isPinned }),
      ({ ok }) => ok && setPinned(!isPinned),
    );
    if (!isDone) setPinned(isPinned);
  };
  const Sign = isPinned ? PinOff : Pin;
  return (
    <>
      <Tooltip text={isPinned ? t`${name} comes first for you` : t`Let ${name} come first for you`}>
        <Button
          aria-pressed={isPinned}
          aria-label={t`Pin ${name}`}
          className={`px-2 py-1 ${isPinned ? 'border-ink bg-sunk' : ''}`}
          onClick={() => void toggle()}
        >
          <Sign size={15} aria-hidden="true" />
          {withText && (isPinned ? t`Pinned` : t`Pin`)}
        </Button>
      </Tooltip>
      {error && (
        <span role="alert" className="text-note text-conflict">
          {error.message}
        </span>
      )}
    </>
  );
}
