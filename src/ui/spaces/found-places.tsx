import { ButtonLink } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import { MOST_COMPARED, type FoundPlace, type PlacesReply } from '@/contracts/calendar/places';
import { countText } from '@/contracts/words/when';
import { type LocalDateTime, dateOf } from '@/core/time/local-time';
import { askHref } from '@/ui/ask/ask-address';
import { boardHref } from '@/ui/board/board-address';
import { VerdictStamp } from '@/ui/kit/verdict-stamp';

interface FoundProps {
  readonly reply: PlacesReply;
  readonly start: LocalDateTime;
  readonly minutes: number;
  readonly people: number;
  readonly rule: string | undefined;
  /** Numbers of the spaces that are compared. */
  readonly compared: readonly number[];
  /** Where a space is compared too, or no longer. */
  compareHref(space: number): string;
}

/** How many of the dates can be had there. */
const sayDates = ({ clear, warning, dates }: FoundPlace): string =>
  dates === 1 ? '' : t`free on ${clear + warning} of ${dates} dates`;

const PlaceWords = ({ place }: { readonly place: FoundPlace }) => (
  <div className="min-w-56 flex-1">
    <p>
      <Link className="font-semibold" href={`/spaces/${place.code}`}>
        {place.name}
      </Link>{' '}
      <span className="text-soft">
        {place.code}, {place.building}
        {place.familiar !== 2 && ` · ${place.familiar === 0 ? t`pinned` : t`used before`}`}
      </span>
    </p>
    <p className="text-note">{t`${place.layout}, ${place.seats} seats, ${place.spareSeats} to spare`}</p>
    {place.sentences.map((sentence) => (
      <p key={sentence} className="mt-0.5 text-note text-soft">
        {sentence}
      </p>
    ))}
  </div>
);

interface CompareLinkProps {
  readonly isCompared: boolean;
  readonly place: FoundPlace;
  readonly compareHref: (space: number) => string;
}

const CompareLink = ({ isCompared, place, compareHref }: CompareLinkProps) => (
  <ButtonLink
    scroll={false}
    className={`${isCompared ? 'border-ink bg-sunk' : ''}`}
    aria-label={`${isCompared ? t`Compared` : t`Compare`}: ${place.name}`}
    href={compareHref(place.spaceId)}
  >
    {isCompared ? t`Compared` : t`Compare`}
  </ButtonLink>
);

function Place({
  place,
  start,
  minutes,
  people,
  rule,
  compared,
  compareHref,
}: { place: FoundPlace } & Omit<FoundProps, 'reply'>) {
  const isCompared = compared.includes(place.spaceId);
  const pick = {
    spaceIds: [place.spaceId],
    poolId: null,
    start,
    minutes,
    people,
    layouts: [place.kind],
  };
  return (
    <li className="flex flex-wrap items-start gap-x-4 gap-y-1 border-b border-rule px-4 py-3">
      <PlaceWords place={place} />
      <p className="w-44 pt-0.5">
        <VerdictStamp verdict={place.verdict} /> {sayDates(place)}
      </p>
      <p className="flex gap-2">
        {(isCompared || compared.length < MOST_COMPARED) && (
          <CompareLink isCompared={isCompared} place={place} compareHref={compareHref} />
        )}
        <ButtonLink href={boardHref({ day: dateOf(start), pick })}>{t`On the board`}</ButtonLink>
        <ButtonLink
          href={askHref({ spaceId: place.spaceId, start, minutes, people, rule })}
        >{t`Ask for it`}</ButtonLink>
      </p>
    </li>
  );
}

interface OnBoardLinkProps {
  readonly asked: Omit<FoundProps, 'reply'>;
  readonly places: readonly FoundPlace[];
}

const OnBoardLink = ({ asked, places }: OnBoardLinkProps) => (
  <p className="pb-2">
    <ButtonLink
      href={boardHref({
        day: dateOf(asked.start),
        only: places.slice(0, 100).map(({ spaceId }) => spaceId),
      })}
    >{t`All of them on the board`}</ButtonLink>
  </p>
);

interface AlsoOnProps {
  readonly alsoOn: readonly { readonly building: string; readonly events: readonly string[] }[];
}

const AlsoOn = ({ alsoOn }: AlsoOnProps) => (
  <div className="mt-4">
    <h3 className="text-lg">{t`What else is on then`}</h3>
    {alsoOn.map(({ building, events }) => (
      <p key={building} className="text-note">
        <b>{building}:</b> {events.join(' · ')}
      </p>
    ))}
  </div>
);

/** Places that answer, best first, with what else is on then. */
export function FoundPlaces({ reply, ...asked }: FoundProps) {
  const { places, unfitText, inWords, notes, alsoOn } = reply;
  const clear = places.filter(({ verdict }) => verdict === 'clear').length;
  return (
    <section aria-label={t`Spaces found`}>
      <h2 className="text-xl first-letter:uppercase">{inWords}</h2>
      {notes.map((note) => (
        <p key={note} className="text-note text-soft">
          {note}
        </p>
      ))}
      <p className="py-1">
        {places.length
          ? t`${countText(clear, 'space is', 'spaces are')} clear${places.length > clear ? t`, ${places.length - clear} not` : ''}. ${unfitText}`
          : t`${unfitText} Change what they are short of, or ask the office.`}
      </p>
      {places.length > 0 && <OnBoardLink asked={asked} places={places} />}
      {places.length > 0 && (
        <ol className="sheet">
          {places.map((place) => (
            <Place key={place.spaceId} place={place} {...asked} />
          ))}
        </ol>
      )}
      {alsoOn.length > 0 && <AlsoOn alsoOn={alsoOn} />}
    </section>
  );
}
