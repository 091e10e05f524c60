import { ButtonAnchor, ButtonLink } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { isCsvKind } from '@/contracts/administration/csv';
import { aOne, isEntryKind, KIND_WORDS } from '@/contracts/administration/kinds';
import { keepingOf, readingOf } from '@/server/auth/house-policy';
import { permissionFor } from '@/server/auth/policy';
import { signedInPage } from '@/server/http/page';
import { countUninvited } from '@/server/use-cases/accounts/account/keep-accounts';
import { entryLines } from '@/server/use-cases/administration/entries/read-entries';
import { InviteAll } from '@/ui/account/account-panel';
import { EntryList } from '@/ui/administration/entry-list';
import Link from '@/ui/kit/link';

interface Props {
  readonly params: Promise<{ kind: string }>;
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

export async function generateMetadata({ params }: Pick<Props, 'params'>): Promise<Metadata> {
  const { kind } = await params;
  return { title: isEntryKind(kind) ? KIND_WORDS[kind].many : t`Administration` };
}

export default async function KindPage({ params, searchParams }: Props) {
  const { kind } = await params;
  if (!isEntryKind(kind)) notFound();
  const ctx = await signedInPage(readingOf(kind), `/administration/${kind}`);
  const lines = await entryLines(ctx.db, kind);
  const words = KIND_WORDS[kind];
  const { said } = await searchParams;
  const suffix = typeof said === 'string' ? `?said=${encodeURIComponent(said)}` : '';
  if (words.isSingle && lines[0]) redirect(`/administration/${kind}/${lines[0].id}${suffix}`);
  const mayKeep = permissionFor(keepingOf(kind), ctx.viewer) === 'allowed';
  return (
    <>
      <p className="pb-1">
        <Link href="/administration">{t`Administration`}</Link>
      </p>
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h1 className="text-3xl">{words.many}</h1>
        <div className="flex flex-wrap gap-3">
          {isCsvKind(kind) && (
            <ButtonAnchor href={`/administration/${kind}/table.csv`} download>{t`As CSV`}</ButtonAnchor>
          )}
          {isCsvKind(kind) && mayKeep && (
            <ButtonLink href={`/administration/${kind}/csv`}>{t`From a table`}</ButtonLink>
          )}
          {mayKeep && (
            <ButtonLink isMain href={`/administration/${kind}/new`}>{t`Make ${aOne(kind)}`}</ButtonLink>
          )}
        </div>
      </div>
      <p className="pb-3 text-soft">{words.about}</p>
      {typeof said === 'string' && said !== '' && (
        <p
          role="status"
          className="mb-3 border-l-4 border-accent bg-sunk px-3 py-2"
        >{t`Done: ${said.slice(0, 200)}.`}</p>
      )}
      {kind === 'person' && mayKeep && <InviteAll count={await countUninvited(ctx.db)} />}
      <EntryList kind={kind} lines={lines} mayKeep={mayKeep} />
    </>
  );
}
