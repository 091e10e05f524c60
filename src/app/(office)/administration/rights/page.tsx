import { ButtonAnchor } from '@/ui/kit/button';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { ROLES } from '@/core/roles';
import { ROLE_WORDS } from '@/contracts/words/roles';
import { rightLines } from '@/server/auth/rights';
import { signedInPage } from '@/server/http/page';
import Link from '@/ui/kit/link';

export const metadata: Metadata = texts({ title: 'Who may do what' });

const Cell = ({ may }: { may: boolean }) => (
  <td className="border-t border-rule px-2 text-center">
    {may ? <strong>{t`yes`}</strong> : <span className="text-soft">{t`no`}</span>}
  </td>
);

export default async function RightsPage() {
  await signedInPage('administration.read', '/administration/rights');
  const lines = rightLines();
  return (
    <>
      <p className="pb-1">
        <Link href="/administration">{t`Administration`}</Link>
      </p>
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h1 className="text-3xl">{t`Who may do what`}</h1>
        <ButtonAnchor href="/administration/rights/rights.csv" download>{t`As CSV`}</ButtonAnchor>
      </div>
      <p className="pb-3 text-soft">{t`Made from the rules that every page and every command asks. A person with several roles may do what any of them may.`}</p>
      <div tabIndex={0} role="region" aria-label={t`Rights by role`} className="overflow-x-auto">
        <table className="w-full text-left">
          <thead>
            <tr className="align-bottom">
              <th scope="col" className="pr-3">{t`What`}</th>
              <th scope="col" className="pr-3">{t`Does`}</th>
              <th scope="col" className="px-2 text-center">{t`nobody signed in`}</th>
              {ROLES.map((role) => (
                <th key={role} scope="col" className="px-2 text-center">
                  {ROLE_WORDS[role]}
                </th>
              ))}
              <th scope="col" className="pl-3">{t`How far`}</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line, index) => (
              <tr key={line.action} className="align-baseline">
                <th scope="row" className="border-t border-rule py-1 pr-3">
                  {line.thing === lines[index - 1]?.thing ? (
                    <span className="sr-only">{line.thing}</span>
                  ) : (
                    line.thing
                  )}
                </th>
                <td className="border-t border-rule pr-3">{line.does}</td>
                <Cell may={line.nobody} />
                {ROLES.map((role) => (
                  <Cell key={role} may={line.roles[role]} />
                ))}
                <td className="border-t border-rule pl-3 text-soft">{line.only}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}
