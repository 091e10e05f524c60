'use client';
import { EmptyState } from '@/ui/kit/empty-state';
import { Button, ButtonLink } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import type { StoredCalendar } from '@/contracts/publishing/calendars';
import { FACT_WORDS } from '@/contracts/publishing/words';
import { listText } from '@/contracts/words/rule';
import { countText } from '@/contracts/words/when';
import { useSubmit } from '@/ui/hooks/use-submit';
import Link from '@/ui/kit/link';
import { Mark } from '@/ui/kit/mark';
import { RefusalNote } from '@/ui/kit/refusal-note';

interface LineProps {
  readonly calendar: StoredCalendar;
  readonly origin: string;
  readonly isFirst: boolean;
  readonly isLast: boolean;
  readonly isSending: boolean;
  run(command: string): void;
}

/** Asks once more before something that cannot be taken back, saying what it does. */
function Twice({
  ask,
  what,
  does,
  isSending,
  onYes,
}: {
  readonly ask: string;
  readonly what: string;
  readonly does: string;
  readonly isSending: boolean;
  onYes(): void;
}) {
  const [isAsked, setAsked] = useState(false);
  if (!isAsked)
    return (
      <Button aria-label={`${ask} ${what}`} onClick={() => setAsked(true)}>
        {ask}
      </Button>
    );
  return (
    <span role="group" aria-label={`${ask} ${what}?`} className="inline-flex flex-wrap items-center gap-2">
      <span className="font-semibold">{does}</span>
      <Button isMain autoFocus isBusy={isSending} onClick={onYes}>
        {ask}
      </Button>
      <Button onClick={() => setAsked(false)}>{t`Leave it as it is`}</Button>
    </span>
  );
}

interface CalendarCommandsProps {
  readonly id: number;
  readonly name: string;
  readonly isSending: boolean;
  readonly isFirst: boolean;
  run(command: string): void;
  readonly isLast: boolean;
  readonly link: string | null;
  readonly coming: number;
}

interface ReplaceLinkProps {
  readonly name: string;
  readonly isSending: boolean;
  run(command: string): void;
}

const ReplaceLink = ({ name, isSending, run }: ReplaceLinkProps) => (
  <Twice
    ask={t`Replace the link`}
    what={t`of ${name}`}
    does={t`Anyone with the present link cannot read it any more.`}
    isSending={isSending}
    onYes={() => run('replace-link')}
  />
);

const CalendarCommands = ({
  id,
  name,
  isSending,
  isFirst,
  run,
  isLast,
  link,
  coming,
}: CalendarCommandsProps) => (
  <p className="flex flex-wrap items-center gap-2 pt-2">
    <ButtonLink href={`/whats-on/kept/${id}`} aria-label={t`Change ${name}`}>{t`Change`}</ButtonLink>
    <Button
      isBusy={isSending}
      off={isFirst ? t`It is the first.` : null}
      aria-label={t`Up: ${name}`}
      onClick={() => run('up')}
    >{t`Up`}</Button>
    <Button
      isBusy={isSending}
      off={isLast ? t`It is the last.` : null}
      aria-label={t`Down: ${name}`}
      onClick={() => run('down')}
    >{t`Down`}</Button>
    {link && <ReplaceLink name={name} isSending={isSending} run={run} />}
    <Twice
      ask={t`End it`}
      what={name}
      does={t`${countText(coming, 'date', 'dates')} to come will not be listed there any more; programs that follow it are told so.`}
      isSending={isSending}
      onYes={() => run('retire')}
    />
  </p>
);

function CalendarLine({ calendar, origin, isFirst, isLast, isSending, run }: LineProps) {
  const { id, slug, name, about, mark, hue, facts, showsText, readersText, coming, link, startsOn } =
    calendar;
  return (
    <li className="sheet p-4">
      <h2 className="flex flex-wrap items-center gap-3 text-xl">
        <Mark mark={mark} hue={hue} />
        <Link href={link ? `/whats-on/${slug}?link=${link}` : `/whats-on/${slug}`}>{name}</Link>
        <span className="font-sans text-base font-normal text-soft">{t`${countText(coming, 'date', 'dates')} to come`}</span>
      </h2>
      {about && <p>{about}</p>}
      <p>{t`Shows ${showsText}; tells ${facts.length ? listText(facts.map((fact) => FACT_WORDS[fact])) : t`only that it is taken`}.`}</p>
      <p>{t`Read by ${readersText}. ${startsOn ? '' : t`Not shown at once among the others.`}`}</p>
      {link && (
        <p className="break-all">
          {t`Private link: `}
          <code>{`${origin}/whats-on/${slug}?link=${link}`}</code>
        </p>
      )}
      <CalendarCommands
        id={id}
        name={name}
        isSending={isSending}
        isFirst={isFirst}
        run={run}
        isLast={isLast}
        link={link}
        coming={coming}
      />
    </li>
  );
}

/** All calendars in the order readers see them. */
export function KeptCalendars({
  calendars,
  origin,
}: {
  calendars: readonly StoredCalendar[];
  origin: string;
}) {
  const { submit, error, said, isSending } = useSubmit();
  return (
    <>
      {error && <RefusalNote error={error} />}
      {said && (
        <p role="status" className="mb-3 border-l-4 border-accent bg-sunk px-3 py-2">
          {said}.
        </p>
      )}
      {calendars.length === 0 && <EmptyState>{t`There is no calendar yet. Make the first one.`}</EmptyState>}
      <ol className="grid gap-3 xl:grid-cols-2">
        {calendars.map((calendar, index) => (
          <CalendarLine
            key={`${calendar.id} ${calendar.rowVersion}`}
            calendar={calendar}
            origin={origin}
            isFirst={index === 0}
            isLast={index === calendars.length - 1}
            isSending={isSending}
            run={(command) => void submit(`/api/calendars/${calendar.id}`, { command })}
          />
        ))}
      </ol>
    </>
  );
}
