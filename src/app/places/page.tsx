import type { Metadata } from 'next';
import { wallMinute } from '@/core/time/local-time';
import { placeSearchSchema } from '@/contracts/places';
import { errorReply } from '@/contracts/words/refusals';
import { pageContext } from '@/server/http/page';
import { askChoices } from '@/server/use-cases/ask/choices';
import { findPlaces } from '@/server/use-cases/look/find-places';
import { FoundPlaces } from '@/ui/places/found-places';
import { SearchForm, type SearchText } from '@/ui/places/search-form';

export const metadata: Metadata = { title: 'Places' };

type Query = Readonly<Record<string, string | string[] | undefined>>;

const textOf = (query: Query, today: string): SearchText => ({
  people: '10',
  day: today,
  from: '14:00',
  to: '16:00',
  repeat: 'once',
  dates: '1',
  quantity: '1',
  ...Object.fromEntries(
    Object.entries(query).flatMap(([name, value]) =>
      typeof value === 'string' ? [[name, value.slice(0, 60)]] : [],
    ),
  ),
});

export default async function PlacesPage({ searchParams }: { searchParams: Promise<Query> }) {
  const query = await searchParams;
  const ctx = await pageContext('space.find', '/places');
  const { equipment, today } = await askChoices(ctx);
  const text = textOf(query, today);
  const isAsked = Object.keys(query).length > 0;
  const search = placeSearchSchema.safeParse(text);
  const faults = search.success
    ? {}
    : Object.fromEntries(search.error.issues.map(({ path, message }) => [String(path[0]), message]));
  const found = isAsked && search.success ? await findPlaces(ctx, search.data) : null;
  return (
    <>
      <h1 className="pb-2 text-3xl">Find a place</h1>
      <div className="grid gap-5 lg:grid-cols-[20rem_minmax(0,1fr)]">
        <div>
          <SearchForm text={text} faults={isAsked ? faults : {}} equipment={equipment} />
        </div>
        {found?.ok && search.success ? (
          <FoundPlaces
            reply={found.value}
            start={search.data.when.startsAt}
            people={search.data.people}
            rule={search.data.when.repeat?.rule}
            minutes={wallMinute(search.data.when.endsAt) - wallMinute(search.data.when.startsAt)}
          />
        ) : (
          <p className="text-lg text-soft" role={isAsked ? 'alert' : undefined}>
            {found && !found.ok
              ? [
                  errorReply(found.refusal).error.message,
                  ...errorReply(found.refusal).error.fields.map(({ message }) => message),
                ].join(' ')
              : isAsked
                ? 'Put right what is marked, then look again.'
                : 'Give how many people and when; every place answers with its verdict, the best fit first.'}
          </p>
        )}
      </div>
    </>
  );
}
