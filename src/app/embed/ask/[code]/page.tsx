import { DateTimeField } from '@/ui/kit/dates/date-time-field';
import { Field } from '@/ui/kit/field';
import { Button } from '@/ui/kit/button';
import { NumberField } from '@/ui/kit/fields';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { embedSchema } from '@/contracts/publishing/embed';
import { atMinuteOfDay } from '@/core/time/local-time';
import { pageContext, pageNonce } from '@/server/http/page';
import { spacePage } from '@/server/use-cases/calendar/space-page';
import { EmbedShell } from '@/ui/embed/embed-shell';

export const metadata: Metadata = texts({ title: 'Request a space', robots: { index: false } });

interface Props {
  readonly params: Promise<{ code: string }>;
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

/** “Ask for this space” within a page of another site: day and hour, then the form here, in a window of its own. */
export default async function EmbedAskPage({ params, searchParams }: Props) {
  const { code } = await params;
  const ctx = await pageContext('space.find', `/embed/ask/${code}`);
  const outcome = await spacePage({ ...ctx, viewer: null }, code);
  if (!outcome.ok) notFound();
  const parsed = embedSchema.safeParse(await searchParams);
  const look = parsed.success ? parsed.data : embedSchema.parse({});
  const { id, name, building, facts, today } = outcome.value;
  return (
    <EmbedShell look={look} nonce={await pageNonce()}>
      <h1 className="text-2xl">
        <a href={`/spaces/${code}`} target="_blank" rel="noopener">
          {name}
        </a>
      </h1>
      <p className="text-soft">
        {building} · {facts.join(' · ')}
      </p>
      <form action="/ask" target="_blank" className="flex flex-wrap items-end gap-3 pt-2">
        <input type="hidden" name="space" value={id} />
        <Field label={t`From`} look="note">
          <DateTimeField name="start" isRequired defaultValue={atMinuteOfDay(today, 14 * 60)} />
        </Field>
        <label>
          <span className="block text-note font-semibold">{t`Minutes`}</span>
          <NumberField name="minutes" className="w-24" min={5} max={1440} step={5} defaultValue={90} />
        </label>
        <Button isMain isSubmit>{t`Ask for ${name}`}</Button>
      </form>
    </EmbedShell>
  );
}
