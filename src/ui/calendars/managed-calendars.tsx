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
import { Menu, MenuItem } from '@/ui/kit/menu';
import { RefusalNote } from '@/ui/kit/refusal-note';

interface LineProps {
  readonly calendar: StoredCalendar;
  readonly origin: string;
  readonly isFirst: boolean;
  readonly isLast: boolean;
  readonly isSending: boolean;
  run(command: string): void;
}

type Asked = 'replace-link' | 'retire';

interface AskOnceMoreProps {
  readonly asked: Asked;
  readonly calendar: StoredCalendar;
  readonly isSending: boolean;
  run(command: string): void;
  onLeave(): void;
}

/** Asks once more before something that cannot be taken back, saying what it does. */
function AskOnceMore({ asked, calendar, isSending, run, onLeave }: AskOnceMoreProps) {
  const { name, coming } = calendar;
  const isLink = asked === 'replace-link';
  const verb = isLink ? t`Replace the link` : t`End it`;
  return (
    <span
      role="group"
      aria-label={isLink ? t`Replace the link of ${name}?` : t`End ${name}?`}
      className="inline-flex flex-wrap items-center gap-2"
    >
      <span className="font-semibold">
        {isLink
          ? t`Anyone with the present link cannot read it any more.`
          : t`${countText(coming, 'date', 'dates')} to come will not be listed there any more; programs that follow it are told so.`}
      </span>
      <Button isMain autoFocus isBusy={isSending} onClick={() => run(asked)}>
        {verb}
      </Button>
      <Button onClick={onLeave}>{t`Leave it as it is`}</Button>
    </span>
  );
}

function CalendarCommands({ calendar, isFirst, isLast, isSending, run }: Omit<LineProps, 'origin'>) {
  const [asked, setAsked] = useState<Asked | null>(null);
  const { id, name, link } = calendar;
  return (
    <p className="flex flex-wrap items-center gap-2 pt-2">
      <ButtonLink
        href={`/administration/calendars/${id}`}
        aria-label={t`Change ${name}`}
      >{t`Change`}</ButtonLink>
      <Menu words={t`More`} about={name} isBusy={isSending}>
        <MenuItem off={isFirst ? t`It is the first.` : null} onChoose={() => run('up')}>{t`Up`}</MenuItem>
        <MenuItem off={isLast ? t`It is the last.` : null} onChoose={() => run('down')}>{t`Down`}</MenuItem>
        {link && <MenuItem onChoose={() => setAsked('replace-link')}>{t`Replace the link …`}</MenuItem>}
        <MenuItem onChoose={() => setAsked('retire')}>{t`End it …`}</MenuItem>
      </Menu>
      {asked && (
        <AskOnceMore
          asked={asked}
          calendar={calendar}
          isSending={isSending}
          run={run}
          onLeave={() => setAsked(null)}
        />
      )}
    </p>
  );
}

function CalendarLine({ calendar, origin, isFirst, isLast, isSending, run }: LineProps) {
  const { slug, name, about, mark, hue, facts, showsText, readersText, coming, link, startsOn } = calendar;
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
      <CalendarCommands {...{ calendar, isFirst, isLast, isSending, run }} />
    </li>
  );
}

/** All calendars in the order readers see them. */
export function ManagedCalendars({
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
