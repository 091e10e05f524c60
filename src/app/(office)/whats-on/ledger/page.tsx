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
import { TOLD_AS_WORDS } from '@/contracts/publishing/words';
import Link from '@/ui/kit/link';
import { Mark } from '@/ui/kit/mark';

export const metadata: Metadata = texts({ title: 'Who was shown what' });

type Query = Promise<Readonly<Record<string, string | string[] | undefined>>>;

const WHAT_WORDS = texts({
  all: 'everything',
  gone: 'what was deleted',
  owed: 'what readers are still to be told',
} as const);

export default async function LedgerPage({ searchParams }: { searchParams: Query }) {
  const ctx = await pageContext('calendars.keep', '/whats-on/ledger');
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
        <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={t`Lines of the ledger`}>
          <table className="w-full text-left">
            <thead className="small-caps border-b border-strong-rule">
              <tr>
                {[
                  t`Calendar`,
                  t`Event`,
                  t`Date`,
                  t`Shown since`,
                  t`Gone since`,
                  t`Told as`,
                  t`Told until`,
                ].map((head) => (
                  <th key={head} scope="col" className="py-1 pr-3 font-semibold">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {lines.map((line, index) => (
                <tr key={index} className="border-b border-rule align-top">
                  <td className="py-1 pr-3 whitespace-nowrap">
                    <Mark mark={line.mark} hue={line.hue} /> {line.calendar}
                  </td>
                  <td className="py-1 pr-3">
                    <Link href={`/desk/${line.reference}`}>{line.title}</Link>
                  </td>
                  <td className="py-1 pr-3">{line.when}</td>
                  <td className="py-1 pr-3">{line.shownAt}</td>
                  <td className="py-1 pr-3">{line.goneAt || t`stands`}</td>
                  <td className="py-1 pr-3">{line.toldAs && TOLD_AS_WORDS[line.toldAs]}</td>
                  <td className="py-1 pr-3">{line.owedUntil}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </>
  );
}
