import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { ENTRY_KINDS, KIND_WORDS } from '@/contracts/administration/kinds';
import { permissionFor } from '@/server/auth/policy';
import { readingOf } from '@/server/auth/house-policy';
import { signedInPage } from '@/server/http/page';
import { countEntries } from '@/server/use-cases/administration/entries/read-entries';
import Link from '@/ui/kit/link';

export const metadata: Metadata = texts({ title: 'Administration' });

/** Pages of their own: beside the work they belong to, or about more than one kind. */
const ELSEWHERE = texts(
  [
    {
      href: '/administration/holidays',
      name: 'Holidays',
      about: 'Closures for the holidays of countries and regions, a year at a time.',
    },
    {
      href: '/work-orders/templates',
      name: 'Work order templates',
      about: 'What is set up for which event, by whom and when.',
    },
    { href: '/work-orders/week', name: 'Shifts', about: 'Who is there when, beside the work of the week.' },
    { href: '/administration/calendars', name: 'Calendars', about: 'What readers see, and who may read it.' },
    {
      href: '/administration/rights',
      name: 'Who may do what',
      about: 'Every right by role, as it is asked at every command.',
    },
    {
      href: '/administration/archive',
      name: 'The whole office',
      about: 'Everything as one archive: taken out to keep or to move, brought in.',
      action: 'archive.change',
    },
  ] as const,
  'name',
  'about',
);

export default async function HousePage() {
  const ctx = await signedInPage('administration.read', '/administration');
  const counts = await countEntries(ctx.db);
  const kinds = ENTRY_KINDS.filter((kind) => permissionFor(readingOf(kind), ctx.viewer) === 'allowed');
  const elsewhere = ELSEWHERE.filter(
    (place) => !('action' in place) || permissionFor(place.action, ctx.viewer) === 'allowed',
  );
  return (
    <>
      <h1 className="text-3xl">{t`Administration`}</h1>
      <p className="pb-4 text-soft">{t`What the office owns and goes by. Changes apply at once.`}</p>
      <ul className="grid max-w-5xl gap-x-8 md:grid-cols-2">
        {kinds.map((kind) => {
          const { many, about, isSingle } = KIND_WORDS[kind];
          return (
            <li key={kind} className="grid grid-cols-[3.5rem_1fr] items-baseline border-t border-rule py-2">
              <span className="figure font-serif text-2xl">{isSingle ? '' : counts[kind]}</span>
              <span>
                <Link className="font-semibold" href={`/administration/${kind}`}>
                  {many}
                </Link>
                <br />
                <span className="text-soft">{about}</span>
              </span>
            </li>
          );
        })}
        {elsewhere.map(({ href, name, about }) => (
          <li key={href} className="grid grid-cols-[3.5rem_1fr] items-baseline border-t border-rule py-2">
            <span />
            <span>
              <Link className="font-semibold" href={href}>
                {name}
              </Link>
              <br />
              <span className="text-soft">{about}</span>
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
