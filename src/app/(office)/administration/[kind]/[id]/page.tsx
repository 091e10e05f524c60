import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { isEntryKind, KIND_WORDS, type EntryKind } from '@/contracts/administration/kinds';
import { keepingOf, readingOf } from '@/server/auth/house-policy';
import { permissionFor } from '@/server/auth/policy';
import { signedInPage } from '@/server/http/page';
import { accountView } from '@/server/use-cases/accounts/account/keep-accounts';
import { repositoryOf } from '@/server/use-cases/administration/entries/repositories/index';
import {
  choicesFor,
  historyOfEntry,
  storedEntry,
} from '@/server/use-cases/administration/entries/read-entries';
import { pictureOf } from '@/server/use-cases/administration/entries/pictures';
import type { PictureOwner } from '@/contracts/calendar/pictures';
import { asCopy } from '@/server/use-cases/administration/entries/copy-entry';
import { AccountPanel } from '@/ui/account/account-panel';
import { PicturePanel } from '@/ui/administration/picture-panel';
import { EntryForm } from '@/ui/administration/entry-form';
import { EntryHistory } from '@/ui/administration/entry-history';
import Link from '@/ui/kit/link';

export const metadata: Metadata = texts({ title: 'Administration' });

interface Props {
  readonly params: Promise<{ kind: string; id: string }>;
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

const PICTURED: Partial<Record<EntryKind, PictureOwner>> = { space: 'space', equipment: 'pool' };

const numberOf = (text: unknown): number | null =>
  typeof text === 'string' && /^\d{1,15}$/.test(text) ? Number(text) : null;

async function readEntry(kind: EntryKind, id: string, copy: unknown) {
  const isNew = id === 'new';
  const ctx = await signedInPage(isNew ? keepingOf(kind) : readingOf(kind), `/administration/${kind}/${id}`);
  const number = numberOf(isNew ? copy : id);
  const found = number === null ? null : await storedEntry(ctx.db, kind, number);
  if (!found && (!isNew || copy !== undefined)) notFound();
  if (isNew && KIND_WORDS[kind].isSingle) notFound();
  return { ctx, thing: isNew ? null : found, start: isNew && found ? asCopy(kind, found.doc) : null, found };
}

export default async function EntryPage({ params, searchParams }: Props) {
  const { kind, id } = await params;
  if (!isEntryKind(kind)) notFound();
  const { copy, said } = await searchParams;
  const { ctx, thing, start, found } = await readEntry(kind, id, copy);
  const words = KIND_WORDS[kind];
  const choices = await choicesFor(ctx.db, kind, found);
  const mayKeep = permissionFor(keepingOf(kind), ctx.viewer) === 'allowed';
  const pictured = PICTURED[kind];
  const account = kind === 'person' && thing && !thing.isRetired ? await accountView(ctx, thing.id) : null;
  return (
    <>
      <p className="pb-1">
        {words.isSingle ? (
          <Link href="/administration">{t`Administration`}</Link>
        ) : (
          <Link href={`/administration/${kind}`}>{words.many}</Link>
        )}
      </p>
      <h1 className="pb-3 text-3xl">
        {thing ? thing.name : t`A new ${words.one}`}
        {thing?.isRetired && <span className="text-xl text-soft">{t` out of use`}</span>}
      </h1>
      {typeof said === 'string' && said !== '' && (
        <p
          role="status"
          className="mb-3 border-l-4 border-accent bg-sunk px-3 py-2"
        >{t`Done: ${said.slice(0, 200)}.`}</p>
      )}
      <EntryForm
        key={`${thing?.id ?? 'new'} ${thing?.rowVersion ?? 0}`}
        kind={kind}
        thing={thing}
        start={start}
        choices={choices}
        mayKeep={mayKeep}
        retires={repositoryOf(kind).retires}
      />
      {thing && pictured && mayKeep && (
        <PicturePanel of={pictured} id={thing.id} picture={await pictureOf(ctx.db, pictured, thing.id)} />
      )}
      {account && thing && <AccountPanel id={thing.id} name={thing.name} account={account} />}
      {thing && <EntryHistory lines={await historyOfEntry(ctx, kind, thing.id)} />}
    </>
  );
}
