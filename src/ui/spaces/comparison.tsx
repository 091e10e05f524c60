import { ButtonLink } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import type { ReactNode } from 'react';
import type { FoundPlace, PlacesReply, SpacePage } from '@/contracts/calendar/places';
import { dayLong } from '@/contracts/words/when';
import type { LocalDate } from '@/core/time/local-time';
import { VerdictStamp } from '@/ui/kit/verdict-stamp';
import { FloorPlanDrawing } from './floor-plan';

const ComparisonHead = ({ pages }: { readonly pages: readonly SpacePage[] }) => (
  <thead>
    <tr>
      <td className="w-28" />
      {pages.map((page) => (
        <th key={page.id} scope="col" className="border-l border-rule px-3 pb-2 text-left align-bottom">
          <Link href={`/spaces/${page.code}`} className="font-serif text-xl no-underline hover:underline">
            {page.name}
          </Link>
          <span className="block font-normal text-soft">
            {page.code}, {page.building}
          </span>
        </th>
      ))}
    </tr>
  </thead>
);

interface NextStepsProps {
  askHref(space: SpacePage): string;
  readonly page: SpacePage;
  dropHref(space: number): string;
}

const NextSteps = ({ askHref, page, dropHref }: NextStepsProps) => (
  <p className="flex flex-wrap gap-2">
    <ButtonLink isMain href={askHref(page)}>{t`Ask for it`}</ButtonLink>
    <ButtonLink
      scroll={false}
      href={dropHref(page.id)}
      aria-label={t`Put away: ${page.name}`}
    >{t`Put away`}</ButtonLink>
  </p>
);

interface SeatsProps {
  readonly layouts: SpacePage['layouts'];
}

const Seats = ({ layouts }: SeatsProps) => (
  <ul>
    {layouts.map(({ layout, seats, setupMin, strikeMin }) => (
      <li key={layout}>
        <b>{seats}</b> {layout}{' '}
        <span className="text-fine text-soft">{t`${setupMin} + ${strikeMin} min`}</span>
      </li>
    ))}
  </ul>
);

interface OnThatDayProps {
  readonly on: SpacePage['on'];
}

const OnThatDay = ({ on }: OnThatDayProps) => (
  <ul>
    {on.map(({ id, when, title, via }) => (
      <li key={id} className={title ? '' : 'text-soft'}>
        {when.replace(/^[^,]*, /, '')} {title ?? t`taken`}
        {via && t` in ${via}`}
      </li>
    ))}
  </ul>
);

const FreeThen = ({ place }: { readonly place: FoundPlace }) => (
  <>
    <VerdictStamp verdict={place.verdict} />{' '}
    {place.dates > 1 && t`free on ${place.clear + place.warning} of ${place.dates} dates`}
    {place.sentences.map((sentence) => (
      <p key={sentence} className="text-note text-soft">
        {sentence}
      </p>
    ))}
  </>
);

interface ComparedRowProps {
  readonly title: string;
  readonly pages: readonly SpacePage[];
  readonly cell: (page: SpacePage) => ReactNode;
}

const ComparedRow = ({ title, pages, cell }: ComparedRowProps) => (
  <tr className="border-t border-rule align-top">
    <th scope="row" className="small-caps w-28 py-2 pr-3 text-left">
      {title}
    </th>
    {pages.map((page) => (
      <td key={page.id} className="border-l border-rule px-3 py-2">
        {cell(page)}
      </td>
    ))}
  </tr>
);

interface ComparisonProps {
  readonly pages: readonly SpacePage[];
  /** How each answers for the picked time, and why others cannot whatever the time. */
  readonly found: Pick<PlacesReply, 'places' | 'unfit'>;
  readonly day: LocalDate;
  askHref(space: SpacePage): string;
  dropHref(space: number): string;
}

/** Up to three spaces beside one another, all floors at one scale; the picked time stays. */
export function Comparison({ pages, found, day, askHref, dropHref }: ComparisonProps) {
  const row = (title: string, cell: (page: SpacePage) => ReactNode) => (
    <ComparedRow title={title} pages={pages} cell={cell} />
  );
  const answers = new Map(found.places.map((place) => [place.spaceId, place]));
  return (
    <section aria-label={t`Compared`} className="sheet mb-4 overflow-x-auto p-4">
      <table className="w-full min-w-[36rem] table-fixed">
        <ComparisonHead pages={pages} />
        <tbody>
          {row(t`Floor`, ({ plan, name }) =>
            plan ? <FloorPlanDrawing plan={plan} name={name} scale={0.75} /> : t`not measured`,
          )}
          {row(t`Then`, ({ id }) => {
            const place = answers.get(id);
            if (!place) return found.unfit.find(({ spaceId }) => spaceId === id)?.why;
            return <FreeThen place={place} />;
          })}
          {row(t`Seats`, ({ layouts }) => (
            <Seats layouts={layouts} />
          ))}
          {row(t`Facts`, ({ facts, features }) => [...facts, ...features].join(' · '))}
          {row(t`On ${dayLong(day).replace(/ \d{4}$/, '')}`, ({ on }) =>
            on.length ? <OnThatDay on={on} /> : <span className="text-soft">{t`nothing`}</span>,
          )}
          {row(t`Next`, (page) => (
            <NextSteps askHref={askHref} page={page} dropHref={dropHref} />
          ))}
        </tbody>
      </table>
    </section>
  );
}
