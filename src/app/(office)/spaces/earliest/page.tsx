import { ButtonLink } from '@/ui/kit/button';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import Link from '@/ui/kit/link';
import { addDays, dateOf, localDate } from '@/core/time/local-time';
import {
  earliestFromText,
  earliestSchema,
  type EarliestMoment,
  type EarliestReply,
} from '@/contracts/calendar/earliest';
import { errorReply } from '@/contracts/words/refusals';
import { countText } from '@/contracts/words/when';
import { pageContext } from '@/server/http/page';
import { askChoices } from '@/server/use-cases/requests/ask/choices';
import { findEarliest } from '@/server/use-cases/calendar/earliest';
import { boardHref } from '@/ui/board/board-address';
import { EarliestForm } from '@/ui/spaces/earliest-form';
import type { SearchText } from '@/ui/spaces/form-fields';

export const metadata: Metadata = texts({ title: 'The earliest moments' });

type Query = Readonly<Record<string, string | string[] | undefined>>;
const USUAL_SPAN_DAYS = 30;

const usual = (today: string): SearchText => ({
  people1: '20',
  first: today,
  last: addDays(localDate(today), USUAL_SPAN_DAYS),
  between: '09:00',
  and: '18:00',
  minutes: '120',
  on: 'any',
});

/** `wants.0.people` as the name of its field in the form. */
const fieldOf = (path: readonly PropertyKey[]): string =>
  path.length === 3 ? `${String(path[2])}${Number(path[1]) + 1}` : String(path[0]);

function Line({ moment, minutes, pool }: { moment: EarliestMoment; minutes: number; pool: number | null }) {
  const { start, when, upTo, spaces } = moment;
  const pick = {
    spaceIds: spaces.map(({ id }) => id),
    poolId: spaces.length ? null : pool,
    start,
    minutes,
    layouts: spaces.map(({ kind }) => kind),
  };
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-4 py-3 last:border-b-0">
      <div className="min-w-64 flex-1">
        <p className="font-semibold">
          {when}
          {upTo && <span className="font-normal text-soft">{t` or any start up to ${upTo}`}</span>}
        </p>
        <p>
          {spaces.map(({ id, name, code, layout, seats }, index) => (
            <span key={id}>
              {index > 0 && ' + '}
              <Link href={`/spaces/${code}`}>{name}</Link>
              <span className="text-soft">
                , {layout}, {seats}
              </span>
            </span>
          ))}
        </p>
      </div>
      <ButtonLink href={boardHref({ day: dateOf(start), pick })}>{t`Ask for it on the board`}</ButtonLink>
    </li>
  );
}

function Answer({ reply, minutes, pool }: { reply: EarliestReply; minutes: number; pool: number | null }) {
  const { moments, unfit } = reply;
  if (unfit.length)
    return (
      <p
        role="status"
        className="text-lg"
      >{t`No space fits ${unfit.length === 1 ? t`line ${unfit[0]! + 1}` : t`some of the lines`}, whatever the day: ask for fewer people, another layout, or leave the space open.`}</p>
    );
  if (!moments.length)
    return (
      <p
        role="status"
        className="text-lg"
      >{t`There is no moment in this span at which all of it is free together. Widen the hours or the days, or ask for less.`}</p>
    );
  return (
    <>
      <h2 className="pb-2 text-xl">{t`${countText(moments.length, 'moment', 'moments')}, the earliest first`}</h2>
      <ol className="sheet">
        {moments.map((moment) => (
          <Line
            key={`${moment.start} ${moment.spaces.map(({ id }) => id).join()}`}
            moment={moment}
            minutes={minutes}
            pool={pool}
          />
        ))}
      </ol>
    </>
  );
}

export default async function EarliestPage({ searchParams }: { searchParams: Promise<Query> }) {
  const query = await searchParams;
  const given = Object.fromEntries(
    Object.entries(query).flatMap(([name, value]) =>
      typeof value === 'string' ? [[name, value.slice(0, 60)]] : [],
    ),
  );
  const ctx = await pageContext('space.find', '/spaces/earliest');
  const { spaces, equipment, today } = await askChoices(ctx);
  const isAsked = Object.keys(given).length > 0;
  const text = isAsked ? given : usual(today);
  const search = earliestSchema.safeParse(earliestFromText(text));
  const faults = search.success
    ? {}
    : Object.fromEntries(search.error.issues.map(({ path, message }) => [fieldOf(path), message]));
  const found = isAsked && search.success ? await findEarliest(ctx, search.data) : null;
  return (
    <>
      <p className="pb-1">
        <Link href="/spaces">{t`Find a space at a time`}</Link>
      </p>
      <h1 className="pb-2 text-3xl">{t`The earliest moments`}</h1>
      <div className="grid gap-5 lg:grid-cols-[24rem_minmax(0,1fr)]">
        <div>
          <EarliestForm text={text} faults={isAsked ? faults : {}} spaces={spaces} equipment={equipment} />
        </div>
        <section aria-label={t`Moments found`}>
          {found?.ok && search.success ? (
            <Answer
              reply={found.value}
              minutes={search.data.minutes}
              pool={search.data.pools[0]?.type ?? null}
            />
          ) : (
            <p className="text-lg text-soft" role={isAsked ? 'alert' : undefined}>
              {found && !found.ok
                ? errorReply(found.refusal).error.message
                : isAsked
                  ? t`Correct what is marked, then check again.`
                  : t`Say what is needed together and in which span; the first moments at which all of it is free come up, with setting up and clearing counted.`}
            </p>
          )}
        </section>
      </div>
    </>
  );
}
