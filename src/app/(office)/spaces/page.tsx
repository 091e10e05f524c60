import type { AskChoices } from '@/contracts/requests/ask-choices';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import Link from '@/ui/kit/link';
import { redirect } from 'next/navigation';
import { dateOf, parseLocalDate, wallMinute, type LocalDate } from '@/core/time/local-time';
import {
  MOST_COMPARED,
  placeSearchSchema,
  type PlaceDirectory,
  type PlaceSearch,
  type PlacesReply,
} from '@/contracts/calendar/places';
import { errorReply } from '@/contracts/words/refusals';
import { pageContext } from '@/server/http/page';
import { askChoices } from '@/server/use-cases/requests/ask/choices';
import { comparePlaces } from '@/server/use-cases/calendar/compare-places';
import { placeDirectory } from '@/server/use-cases/calendar/directory';
import { findPlaces } from '@/server/use-cases/calendar/find-places';
import { askHref } from '@/ui/ask/ask-address';
import { boardHref } from '@/ui/board/board-address';
import { Comparison } from '@/ui/spaces/comparison';
import { Directory, KnownPlace } from '@/ui/spaces/directory';
import { FoundPlaces } from '@/ui/spaces/found-places';
import type { SearchText } from '@/ui/spaces/form-fields';
import { SearchForm } from '@/ui/spaces/search-form';
import type { Outcome } from '@/contracts/base/refusal';

export const metadata: Metadata = texts({ title: 'Spaces' });

type Query = Readonly<Record<string, string | string[] | undefined>>;

const asText = (query: Query): SearchText =>
  Object.fromEntries(
    Object.entries(query).flatMap(([name, value]) =>
      typeof value === 'string' ? [[name, value.slice(0, 60)]] : [],
    ),
  );

/** What stands in the form where nothing was given yet. */
const usual = (today: string): SearchText => ({
  people: '10',
  day: today,
  from: '14:00',
  to: '16:00',
  repeat: 'once',
  dates: '1',
  quantity: '1',
});

/** Where the board of a place that is known lies; null where there is none of that name. */
function boardOfPlace(name: string, { spaces }: PlaceDirectory): string | null {
  const wanted = name.trim().toLowerCase();
  const found = spaces.find((space) =>
    [space.building, space.name, space.code].some((each) => each.toLowerCase() === wanted),
  );
  return found ? boardHref({ building: found.building }) : null;
}

const readCompared = (text = ''): number[] =>
  /^\d{1,9}(\.\d{1,9})*$/.test(text) ? [...new Set(text.split('.').map(Number))].slice(0, MOST_COMPARED) : [];

const picked = ({ when, people }: PlaceSearch) => ({
  start: when.startsAt,
  minutes: wallMinute(when.endsAt) - wallMinute(when.startsAt),
  people,
  rule: when.repeat?.rule,
});

/** The search with a space compared too, or no longer. */
function comparedHref(
  given: Readonly<Record<string, string>>,
  compared: readonly number[],
  space: number,
): string {
  const next = compared.includes(space) ? compared.filter((each) => each !== space) : [...compared, space];
  const query = new URLSearchParams(given);
  if (next.length) query.set('compare', next.join('.'));
  else query.delete('compare');
  return `/spaces?${query.toString().replace(/%3A/g, ':')}`;
}

/** What is wrong with a search, by field. */
const faultsIn = ({ error }: ReturnType<typeof placeSearchSchema.safeParse>): Record<string, string> =>
  Object.fromEntries((error?.issues ?? []).map(({ path, message }) => [String(path[0]), message]));

const NotFound = ({ found }: { readonly found: Outcome<PlacesReply> | null }) => (
  <p className="text-lg text-soft" role="alert">
    {found && !found.ok
      ? [
          errorReply(found.refusal).error.message,
          ...errorReply(found.refusal).error.fields.map(({ message }) => message),
        ].join(' ')
      : t`Correct what is marked, then check again.`}
  </p>
);

interface SearchSideProps {
  readonly isAsked: boolean;
  readonly directory: PlaceDirectory;
  readonly given: Readonly<Record<string, string>>;
  readonly text: Readonly<Record<string, string>>;
  readonly faults: Readonly<Record<string, string>>;
  readonly equipment: AskChoices['equipment'];
}

const SearchSide = ({ isAsked, directory, given, text, faults, equipment }: SearchSideProps) => (
  <div>
    {!isAsked && (
      <KnownPlace
        places={directory}
        fault={
          given.at ? t`There is no building or space called “${given.at}”. Choose one from the list.` : ''
        }
      />
    )}
    <SearchForm text={text} faults={isAsked ? faults : {}} equipment={equipment} />
  </div>
);

export default async function PlacesPage({ searchParams }: { searchParams: Promise<Query> }) {
  const given = asText(await searchParams);
  const ctx = await pageContext('space.find', '/spaces');
  const { equipment, today } = await askChoices(ctx);
  const directory = await placeDirectory(ctx);
  const board = given.at ? boardOfPlace(given.at, directory) : null;
  if (board) redirect(board);
  const text = { ...usual(today), ...given };
  const compared = readCompared(given.compare);
  const isAsked = Object.keys(given).some((name) => name !== 'at');
  const search = placeSearchSchema.safeParse(text);
  const found = isAsked && search.success ? await findPlaces(ctx, search.data) : null;
  const compareHref = (space: number) => comparedHref(given, compared, space);
  const day = (search.success ? dateOf(search.data.when.startsAt) : parseLocalDate(today)) as LocalDate;
  const pages = found?.ok && compared.length ? await comparePlaces(ctx, compared, day) : [];
  return (
    <>
      <div className="flex flex-wrap items-baseline justify-between gap-3 pb-2">
        <h1 className="text-3xl">{t`Find a space`}</h1>
        <Link href="/spaces/earliest">{t`Space and time still open? Find the earliest moments`}</Link>
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-5 lg:grid-cols-[25rem_minmax(0,1fr)]">
        <SearchSide
          isAsked={isAsked}
          directory={directory}
          given={given}
          text={text}
          faults={faultsIn(search)}
          equipment={equipment}
        />
        {found?.ok && search.success ? (
          <div>
            {pages.length > 0 && (
              <Comparison
                pages={pages}
                found={found.value}
                day={day}
                askHref={({ id }) => askHref({ spaceId: id, ...picked(search.data) })}
                dropHref={compareHref}
              />
            )}
            <FoundPlaces
              reply={found.value}
              {...picked(search.data)}
              compared={compared}
              compareHref={compareHref}
            />
          </div>
        ) : isAsked ? (
          <NotFound found={found} />
        ) : (
          <Directory places={directory} isSignedIn={ctx.viewer !== null} />
        )}
      </div>
    </>
  );
}
