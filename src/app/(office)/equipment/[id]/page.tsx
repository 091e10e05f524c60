import { ButtonLink } from '@/ui/kit/button';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import Link from '@/ui/kit/link';
import { notFound } from 'next/navigation';
import type { PoolDay, PoolPage } from '@/contracts/calendar/places';
import type { UnitCustody } from '@/contracts/base/units';
import { dayShort } from '@/contracts/words/when';
import { addDays, atMinuteOfDay, type LocalDate } from '@/core/time/local-time';
import { pageContext } from '@/server/http/page';
import { pictureOf } from '@/server/use-cases/administration/entries/pictures';
import { PictureShown } from '@/ui/kit/picture-shown';
import { poolPage } from '@/server/use-cases/calendar/pool-page';
import { boardHref } from '@/ui/board/board-address';
import { PageAddress } from '@/ui/spaces/page-address';
import { printHref } from '@/ui/hooks/print-href';
import type { Picture } from '@/contracts/calendar/pictures';

export const metadata: Metadata = texts({ title: 'Equipment' });

function DayLevel({ day, fullest }: { day: PoolDay; fullest: number }) {
  const share = (count: number) => `${Math.max(0, (count / fullest) * 100)}%`;
  return (
    <tr className="border-t border-rule">
      <th scope="row" className="py-1 pr-3 text-left font-normal whitespace-nowrap">
        {dayShort(day.date).replace(/ \d{4}$/, '')}
      </th>
      <td className="w-full py-1">
        <span className="relative block h-4 bg-sunk" style={{ width: share(day.stock) }}>
          <span
            className="absolute inset-y-0 left-0 bg-strong-rule"
            style={{ width: `${day.stock ? (Math.max(0, day.left) / day.stock) * 100 : 0}%` }}
          />
        </span>
      </td>
      <td
        className={`px-3 py-1 text-right whitespace-nowrap ${day.left <= 0 ? 'font-bold text-conflict' : ''}`}
      >{t`${day.left} of ${day.stock}`}</td>
      <td className="py-1 whitespace-nowrap text-soft">{day.when}</td>
    </tr>
  );
}

const Custody = ({ custody }: { custody: UnitCustody | null }) =>
  custody ? (
    <>
      {custody.with ?? t`taken`}
      <span className="block text-fine text-soft">{t`${custody.from} to ${custody.until}`}</span>
    </>
  ) : (
    <span className="text-soft">{t`nobody`}</span>
  );

function Units({ units }: { units: NonNullable<PoolPage['units']> }) {
  return (
    <section className="sheet mt-4 p-4">
      <h2 className="pb-2 text-xl">{t`With whom`}</h2>
      <div className="overflow-x-auto">
        <table className="w-full text-left">
          <thead className="small-caps border-b border-strong-rule">
            <tr>
              {[t`Unit`, t`Now`, t`Before`, t`Next`].map((title) => (
                <th key={title} scope="col" className="py-1 pr-3">
                  {title}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {units.map(({ name, now, before, next }) => (
              <tr key={name} className="border-b border-rule align-top">
                <th scope="row" className="py-1.5 pr-3 font-semibold">
                  {name}
                </th>
                {[now, before, next].map((custody, index) => (
                  <td key={index} className="py-1.5 pr-3">
                    <Custody custody={custody} />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

const ASK_MIN = 14 * 60;

interface DayByDayProps {
  readonly pool: PoolPage;
  readonly fullest: number;
  readonly today: LocalDate;
}

const DayByDay = ({ pool, fullest, today }: DayByDayProps) => (
  <section className="sheet p-4">
    <h2 className="pb-2 text-xl">{t`Left, day by day, at the scarcest moment`}</h2>
    <div className="overflow-x-auto">
      <table className="w-full">
        <tbody>
          {pool.days.map((day) => (
            <DayLevel key={day.date} day={day} fullest={fullest} />
          ))}
        </tbody>
      </table>
    </div>
    <p className="flex flex-wrap gap-2 pt-3">
      <ButtonLink
        href={boardHref({ day: today, days: 7, text: pool.name })}
      >{t`Its week on the board`}</ButtonLink>
      <ButtonLink
        href={printHref({ what: 'pool', of: String(pool.id), from: today, days: 14 })}
      >{t`Print`}</ButtonLink>
    </p>
  </section>
);

interface AboutProps {
  readonly picture: Picture | null;
  readonly pool: PoolPage;
  readonly today: LocalDate;
  readonly ctx: Awaited<ReturnType<typeof pageContext>>;
}

const About = ({ picture, pool, today, ctx }: AboutProps) => (
  <aside aria-label={t`About this equipment`} className="sheet border-t-4 border-t-accent p-4">
    {picture && <PictureShown picture={picture} className="mb-3" />}
    <p>{t`Takes ${pool.fetchMin} minutes to fetch and ${pool.returnMin} to bring back; both count as away.`}</p>
    {pool.unitNames.length > 0 && <p className="pt-2">{t`Numbered: ${pool.unitNames.join(', ')}.`}</p>}
    {pool.kits.length > 0 && (
      <p className="pt-2">{t`Part of ${pool.kits.map(({ name, quantity }) => `${name} (${quantity})`).join(', ')}.`}</p>
    )}
    <p className="pt-3">
      <ButtonLink
        isMain
        className="w-full"
        href={boardHref({
          day: addDays(today, 1),
          text: pool.name,
          pick: {
            spaceIds: [],
            poolId: pool.id,
            start: atMinuteOfDay(addDays(today, 1), ASK_MIN),
            minutes: 120,
          },
        })}
      >{t`Ask for a loan`}</ButtonLink>
    </p>
    <PageAddress
      kind="pool"
      id={pool.id}
      name={pool.name}
      isPinned={ctx.viewer && pool.isPinned}
      path={`/equipment/${pool.id}`}
    />
  </aside>
);

export default async function PoolPageView({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await pageContext('space.find', `/equipment/${id}`);
  const outcome = await poolPage(ctx, /^\d{1,9}$/.test(id) ? Number(id) : 0);
  if (!outcome.ok) notFound();
  const pool = outcome.value;
  const { today } = pool;
  const picture = await pictureOf(ctx.db, 'pool', pool.id);
  const fullest = Math.max(1, ...pool.days.map(({ stock }) => stock));
  return (
    <>
      <p className="pb-1">
        <Link href="/spaces">{t`Find a space`}</Link>
      </p>
      <h1 className="text-3xl">{pool.name}</h1>
      <p className="pb-3 text-lg text-soft">{t`${pool.store} · ${pool.now.left} of ${pool.now.stock} here now`}</p>
      <div className="grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_22rem]">
        <div>
          <DayByDay pool={pool} fullest={fullest} today={today} />
          {pool.units && <Units units={pool.units} />}
        </div>
        <About picture={picture} pool={pool} today={today} ctx={ctx} />
      </div>
    </>
  );
}
