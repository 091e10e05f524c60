import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { isCsvKind } from '@/contracts/administration/csv';
import { KIND_WORDS } from '@/contracts/administration/kinds';
import { keepingOf } from '@/server/auth/house-policy';
import { signedInPage } from '@/server/http/page';
import { sheetOf } from '@/server/use-cases/administration/entries/csv/sheet-of';
import { CsvForm } from '@/ui/administration/csv-form';
import Link from '@/ui/kit/link';

export const metadata: Metadata = texts({ title: 'A table taken in' });

export default async function CsvPage({ params }: { params: Promise<{ kind: string }> }) {
  const { kind } = await params;
  if (!isCsvKind(kind)) notFound();
  await signedInPage(keepingOf(kind), `/administration/${kind}/csv`);
  const { many } = KIND_WORDS[kind];
  return (
    <>
      <p className="pb-1">
        <Link href={`/administration/${kind}`}>{many}</Link>
      </p>
      <h1 className="text-3xl">{t`${many} from a table`}</h1>
      <p className="max-w-3xl pb-3 text-soft">{t`A CSV file with a line of headings. Each line makes one or changes the one it names; what has no column stays as it is, and nothing is taken out of use. All lines come in, or none.`}</p>
      <CsvForm kind={kind} heads={sheetOf(kind).columns.map(({ head }) => head)} />
    </>
  );
}
