'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import type { LongWorkKind } from '@/contracts/base/long-work';
import { Progress } from './progress';
import { useLongWork } from '@/ui/hooks/use-long-work';

interface GoingOnProps {
  readonly isGoing: boolean;
  readonly kind: LongWorkKind;
  /** What is going on; “Being done” where nothing is said. */
  readonly what?: string;
  /** Left out where it is stopped by choosing something else. */
  readonly onStop?: () => void;
}

/** That something takes its time, how far it is, and a way to stop it; nothing where nothing is going on. */
export function GoingOn({ isGoing, kind, what = t`Being done`, onStop }: GoingOnProps) {
  const work = useLongWork(isGoing, kind);
  if (!isGoing) return null;
  const { done, of, isWaiting } = work ?? { done: 0, of: 0, isWaiting: false };
  return (
    <span className="flex flex-wrap items-center gap-3">
      <Progress label={what} done={done} of={of} />
      <span role="status" className="text-soft">
        {isWaiting ? t`waits for its turn` : of > 0 && t`${what}: ${done} of ${of}`}
      </span>
      {onStop && <Button onClick={onStop}>{t`Stop`}</Button>}
    </span>
  );
}
