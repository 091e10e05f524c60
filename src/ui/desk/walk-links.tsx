'use client';
import { t } from '@/contracts/language/translate';
import { useSyncExternalStore } from 'react';
import Link from '@/ui/kit/link';
import { placeInWalk, type WalkPlace } from './walk';

const never = () => () => undefined;

/** The neighbours of a request in the order of the desk it was opened from. */
export function WalkLinks({ reference }: { reference: string }) {
  const text = useSyncExternalStore(
    never,
    () => JSON.stringify(placeInWalk(reference)),
    () => 'null',
  );
  const place = JSON.parse(text) as WalkPlace | null;
  if (!place) return null;
  const { at, of, before, next } = place;
  return (
    <span className="flex min-w-0 flex-wrap items-baseline gap-x-4">
      <span className="text-soft">{t`${at} of ${of} on the desk`}</span>
      {before && (
        <Link
          href={`/desk/${before.reference}`}
          className="max-w-72 truncate"
        >{t`Before: ${before.title}`}</Link>
      )}
      {next && (
        <Link href={`/desk/${next.reference}`} className="max-w-72 truncate">{t`Next: ${next.title}`}</Link>
      )}
    </span>
  );
}
