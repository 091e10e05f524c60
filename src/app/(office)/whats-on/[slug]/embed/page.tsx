import { Button } from '@/ui/kit/button';
import { Select, TextArea } from '@/ui/kit/fields';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { embedParams, embedSchema, embedSnippet, type EmbedQuery } from '@/contracts/publishing/embed';
import { contrastOf } from '@/core/publishing/colours';
import { pageContext } from '@/server/http/page';
import { calendarFor, type Calendar } from '@/server/repositories/publishing/calendars';
import { wholeAddress } from '@/server/effects/publishing/event-address';
import { FaultNote } from '@/ui/whats-on/fault-note';
import Link from '@/ui/kit/link';

export const metadata: Metadata = texts({ title: 'On another site' });

/** WCAG 2.2, 1.4.3: below this text is hard to read. */
const LEAST_CONTRAST = 4.5;

const COLOURS = texts(
  [
    ['paper', 'Background'],
    ['ink', 'Text'],
    ['accent', 'Links'],
  ] as const,
  '1',
);

interface EmbedFormProps {
  readonly base: string;
  readonly look: EmbedQuery;
  readonly contrast: number;
  readonly path: string;
  readonly calendar: Calendar;
}

const EmbedForm = ({ base, look, contrast, path, calendar }: EmbedFormProps) => (
  <form action={`${base}/embed`} className="sheet grid gap-3 p-4">
    <label>
      <span className="block font-semibold">{t`As`}</span>
      <Select name="view" defaultValue={look.view}>
        <option value="list">{t`a running list`}</option>
        <option value="month">{t`a month`}</option>
      </Select>
    </label>
    <label>
      <span className="block font-semibold">{t`With`}</span>
      <Select name="details" defaultValue={look.details}>
        <option value="1">{t`title, time, space and text`}</option>
        <option value="0">{t`title, time and space`}</option>
      </Select>
    </label>
    {COLOURS.map(([name, label]) => (
      <label key={name} className="flex items-center justify-between gap-3">
        <span className="font-semibold">{label}</span>
        <input type="color" name={name} defaultValue={look[name]} className="h-8 w-16" />
      </label>
    ))}
    {contrast < LEAST_CONTRAST && (
      <p
        role="status"
        className="border-l-4 border-warning bg-sunk px-2 py-1"
      >{t`Text on this background is hard to read: ${contrast.toFixed(1)} to 1, and it should be at least 4.5.`}</p>
    )}
    <p>
      <Button isMain isSubmit>{t`Show it so`}</Button>
    </p>
    <label>
      <span className="block font-semibold">{t`Put this into the page`}</span>
      <TextArea
        readOnly
        rows={7}
        className="font-mono text-small"
        value={embedSnippet(wholeAddress(''), path, calendar.name)}
      />
    </label>
    <p className="text-note text-soft">{t`The script only gives the frame its height. Without it the frame stays 600 pixels high.`}</p>
  </form>
);

interface Props {
  readonly params: Promise<{ slug: string }>;
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

/** What to put into a page elsewhere so that a calendar stands there, and how it will look. */
export default async function EmbedBuilderPage({ params, searchParams }: Props) {
  const { slug } = await params;
  const ctx = await pageContext('whats-on.read', `/whats-on/${slug}/embed`);
  const calendar = await calendarFor({ ...ctx, viewer: null }, slug, null);
  if (!calendar) notFound();
  const parsed = embedSchema.safeParse(await searchParams);
  const look = parsed.success ? parsed.data : embedSchema.parse({});
  const path = `/embed/${calendar.slug}?${embedParams(look)}`;
  const contrast = contrastOf(look.ink, look.paper);
  const base = `/whats-on/${calendar.slug}`;
  return (
    <>
      <p className="pb-1">
        <Link href={base}>{calendar.name}</Link>
      </p>
      <h1 className="pb-3 text-3xl">{t`${calendar.name} on another site`}</h1>
      <FaultNote fault={parsed.success ? null : (parsed.error.issues[0]?.message ?? '')} />
      <div className="grid items-start gap-6 lg:grid-cols-[24rem_minmax(0,1fr)]">
        <EmbedForm base={base} look={look} contrast={contrast} path={path} calendar={calendar} />
        <section aria-label={t`How it will look`}>
          <h2 className="pb-2 text-xl">{t`How it will look`}</h2>
          <iframe
            key={path}
            src={path}
            title={t`${calendar.name}, as on another site`}
            className="h-[38rem] w-full border border-strong-rule"
          />
        </section>
      </div>
    </>
  );
}
