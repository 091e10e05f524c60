import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { listText } from '@/contracts/words/rule';
import type { CalendarChoices } from '@/contracts/publishing/calendars';
import { pageContext } from '@/server/http/page';
import { calendarBook } from '@/server/use-cases/publishing/keep/calendar-book';
import { historyOfEntry } from '@/server/use-cases/administration/entries/read-entries';
import { EntryHistory } from '@/ui/administration/entry-history';
import type { StartFrom } from '@/ui/calendars/calendar-fields';
import { CalendarForm } from '@/ui/calendars/calendar-form';
import Link from '@/ui/kit/link';

export const metadata: Metadata = texts({ title: 'A calendar' });

type Query = Readonly<Record<string, string | string[] | undefined>>;

const SIDES = {
  space: 'spaces',
  building: 'buildings',
  category: 'categories',
  host: 'hosts',
} as const;

/** What a view of dates was narrowed to: it becomes a calendar in one step. */
function startFrom({ by, only }: Query, choices: CalendarChoices): StartFrom {
  const side = typeof by === 'string' && by in SIDES ? SIDES[by as keyof typeof SIDES] : null;
  if (!side || typeof only !== 'string') return { filter: {}, name: '' };
  const known = choices[side].filter(({ id }) => only.split('.').includes(String(id)));
  const name = known.length && known.length < 4 ? listText(known.map((each) => each.name)) : '';
  return { filter: { [side]: known.map(({ id }) => id) }, name: name.slice(0, 60) };
}

interface Props {
  readonly params: Promise<{ id: string }>;
  readonly searchParams: Promise<Query>;
}

export default async function CalendarFormPage({ params, searchParams }: Props) {
  const { id } = await params;
  const ctx = await pageContext('calendars.change', `/administration/calendars/${id}`);
  const { calendars, choices } = await calendarBook(ctx);
  const stored = id === 'new' ? null : calendars.find((each) => String(each.id) === id);
  if (stored === undefined) notFound();
  return (
    <>
      <p className="pb-1">
        <Link href="/administration/calendars">{t`The calendars`}</Link>
      </p>
      <h1 className="pb-3 text-3xl">{stored ? stored.name : t`A new calendar`}</h1>
      <CalendarForm
        key={stored?.rowVersion ?? 0}
        stored={stored}
        start={startFrom(await searchParams, choices)}
        choices={choices}
      />
      {stored && <EntryHistory lines={await historyOfEntry(ctx, 'calendar', stored.id)} />}
    </>
  );
}
