import { t } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';

interface TeamFilterProps {
  readonly teams: readonly string[];
  /** Null shows all. */
  readonly only: string | null;
  readonly date: string;
}

/** One team of a day, or all of them. */
export function TeamFilter({ teams, only, date }: TeamFilterProps) {
  if (teams.length < 2) return null;
  const link = (team: string | null) =>
    `/work-orders?${new URLSearchParams({ day: date, ...(team !== null && { team }) }).toString()}`;
  return (
    <nav aria-label={t`Teams`} className="no-print flex flex-wrap gap-x-4 gap-y-1 pb-3">
      {[null, ...teams].map((team) => (
        <Link
          key={team ?? ''}
          href={link(team)}
          aria-current={team === only ? 'true' : undefined}
          className={`inline-flex min-h-8 items-center ${team === only ? 'font-semibold no-underline' : 'underline'}`}
        >
          {team ?? t`All teams`}
        </Link>
      ))}
    </nav>
  );
}
