'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import type { LongWorkKind } from '@/contracts/base/long-work';
import { useLongWork } from '@/ui/hooks/use-long-work';

interface GoingOnProps {
  readonly isGoing: boolean;
  readonly kind: LongWorkKind;
  /** What is going on; “Being done” where nothing is said. */
  readonly what?: string;
  /** Left out where it is stopped by choosing something else. */
  readonly onStop?: () => void;
}

// Browsers draw a bar in colours of their own, which are none of ours in either theme.
const BAR =
  'h-2.5 w-28 appearance-none overflow-hidden rounded-sm bg-sunk outline outline-1 outline-strong-rule indeterminate:animate-pulse [&::-moz-progress-bar]:bg-accent [&::-webkit-progress-bar]:bg-sunk [&::-webkit-progress-value]:bg-accent';

/** That something takes its time, how far it is, and a way to stop it; nothing where nothing is going on. */
export function GoingOn({ isGoing, kind, what = t`Being done`, onStop }: GoingOnProps) {
  const work = useLongWork(isGoing, kind);
  if (!isGoing) return null;
  const { done, of, isWaiting } = work ?? { done: 0, of: 0, isWaiting: false };
  return (
    <span className="flex flex-wrap items-center gap-3">
      <progress className={BAR} aria-label={what} {...(of > 0 && { value: done, max: of })} />
      <span role="status" className="text-soft">
        {isWaiting ? t`waits for its turn` : of > 0 && t`${what}: ${done} of ${of}`}
      </span>
      {onStop && <Button onClick={onStop}>{t`Stop`}</Button>}
    </span>
  );
}
