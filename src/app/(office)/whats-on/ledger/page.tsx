import { EmptyState } from '@/ui/kit/empty-state';
import { Button, ButtonAnchor } from '@/ui/kit/button';
import { Select, TextField } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { ledgerQuerySchema, LEDGER_WHAT } from '@/contracts/publishing/ledger';
import { pageContext } from '@/server/http/page';
import { ledger } from '@/server/use-cases/publishing/keep/ledger';
import { FaultNote } from '@/ui/whats-on/fault-note';
import Link from '@/ui/kit/link';
import { LedgerTable } from '@/ui/whats-on/ledger-table';

export const metadata: Metadata = texts({ title: 'Who was shown what' });

type Query = Promise<Readonly<Record<string, string | string[] | undefined>>>;

const WHAT_WORDS = texts({
  all: 'everything',
  gone: 'what was deleted',
  owed: 'what readers are still to be told',
} as const);

export default async function LedgerPage({ searchParams }: { searchParams: Query }) {
  const ctx = await pageContext('calendars.change', '/whats-on/ledger');
  const parsed = ledgerQuerySchema.safeParse(await searchParams);
  const page = await ledger(ctx, parsed.success ? parsed.data : ledgerQuerySchema.parse({}));
  const { query, calendars, lines, isCut } = page;
  const csv = new URLSearchParams({
    what: query.what,
    q: query.q,
    ...(query.calendar !== undefined && { calendar: String(query.calendar) }),
  });
  return (
    <>
      <p className="pb-1">
        <Link href="/whats-on">{t`What’s on`}</Link>
      </p>
      <h1 className="text-3xl">{t`Who was shown what`}</h1>
      <p className="max-w-prose pb-3 text-soft">{t`Each date a calendar has ever shown. What was shown and is gone is told to programs that follow the calendar for 60 days: as cancelled, or, where readers may not know more, as not there.`}</p>
      <FaultNote fault={parsed.success ? null : (parsed.error.issues[0]?.message ?? '')} />
      <form action="/whats-on/ledger" className="sheet mb-3 flex flex-wrap items-end gap-3 p-3">
        <label>
          <span className="block text-note font-semibold">{t`Calendar`}</span>
          <Select name="calendar" defaultValue={query.calendar ?? ''}>
            <option value="">{t`any`}</option>
            {calendars.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </label>
        <label>
          <span className="block text-note font-semibold">{t`Of it`}</span>
          <Select name="what" defaultValue={query.what}>
            {LEDGER_WHAT.map((what) => (
              <option key={what} value={what}>
                {WHAT_WORDS[what]}
              </option>
            ))}
          </Select>
        </label>
        <label className="grow">
          <span className="block text-note font-semibold">{t`Title or reference`}</span>
          <TextField type="search" name="q" defaultValue={query.q} maxLength={MOST_CHARACTERS.search} />
        </label>
        <Button isMain isSubmit>{t`Show`}</Button>
        <ButtonAnchor
          href={`/whats-on/ledger/ledger.csv?${csv}`}
          download
        >{t`As a table (CSV)`}</ButtonAnchor>
      </form>
      {isCut && <p className="pb-2">{t`The newest ${lines.length} lines; narrow it to see older ones.`}</p>}
      {lines.length === 0 ? (
        <EmptyState>{t`None of this was ever shown.`}</EmptyState>
      ) : (
        <LedgerTable lines={lines} />
      )}
    </>
  );
}
