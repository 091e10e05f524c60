import { ButtonAnchor } from '@/ui/kit/button';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { isLongPrint, PRINTS, printQuerySchema } from '@/contracts/calendar/print';
import { errorReply } from '@/contracts/words/refusals';
import { countText } from '@/contracts/words/when';
import { pageContext } from '@/server/http/page';
import { PdfLink } from '@/ui/print/pdf-link';
import { PrintButton } from '@/ui/print/print-button';
import { PrintForm } from '@/ui/print/print-form';
import { PrintedPage } from '@/ui/print/printed-page';
import { firstPages } from './print-sheet';

export const metadata: Metadata = texts({ title: 'Print' });

/** Pages drawn before they are printed: more would be a document of many megabytes. */
const MOST_SHOWN = 24;

const NOTHING = { pages: [], count: 0 };

type Query = Readonly<Record<string, string | string[] | undefined>>;

export default async function PrintPage({ searchParams }: { searchParams: Promise<Query> }) {
  const query = await searchParams;
  const ctx = await pageContext('board.read', '/print');
  const text = Object.fromEntries(
    Object.entries(query).flatMap(([name, value]) =>
      typeof value === 'string' && value ? [[name, value]] : [],
    ),
  );
  const parsed = printQuerySchema.safeParse(text);
  const outcome = parsed.success ? await firstPages(ctx, parsed.data, MOST_SHOWN) : null;
  const fault = parsed.success
    ? outcome && !outcome.ok
      ? errorReply(outcome.refusal).error.message
      : ''
    : parsed.error.issues.map(({ message }) => message).join(' ');
  const pdf = `/print/sheet.pdf?${new URLSearchParams(text).toString()}`;
  const isLong = parsed.success && isLongPrint(parsed.data.days);
  const { pages, count } = outcome?.ok ? outcome.value : NOTHING;
  const [first] = pages;
  return (
    <>
      <div className="no-print pb-3">
        <h1 className="pb-2 text-2xl">{t`Before it is printed`}</h1>
        <PrintForm text={text} what={PRINTS.find((each) => each === text.what) ?? 'dates'} fault={fault} />
        {first && (
          <div className="flex flex-wrap items-center gap-3 pt-3">
            {count <= MOST_SHOWN && <PrintButton />}
            {isLong ? <PdfLink href={pdf} /> : <ButtonAnchor href={pdf}>{t`As PDF`}</ButtonAnchor>}
            <span className="text-soft">
              {count > MOST_SHOWN
                ? t`The first ${MOST_SHOWN} of ${countText(count, 'page', 'pages')}, just as printed; the PDF has all of them.`
                : t`${countText(count, 'page', 'pages')}, just as printed.`}
            </span>
          </div>
        )}
      </div>
      {first && (
        <style>{`@media print { @page { size: ${first.width}pt ${first.height}pt; margin: 0 } }`}</style>
      )}
      <div className="printed-pages">
        {pages.map((page, index) => (
          <PrintedPage key={index} page={page} number={index + 1} of={count} />
        ))}
      </div>
    </>
  );
}
