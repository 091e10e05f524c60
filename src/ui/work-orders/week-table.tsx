import { t } from '@/contracts/language/translate';
import type { LoadCell, WeekView } from '@/contracts/work-orders/week-load';
import Link from '@/ui/kit/link';

/** So much of the bar is full when there is exactly as much work as people. */
const FULL_SHARE = 0.75;

function Bar({ cell, most }: { cell: LoadCell; most: number }) {
  const share = (minutes: number) =>
    `${Math.min(100, (100 * FULL_SHARE * minutes) / Math.max(1, most)).toFixed(1)}%`;
  return (
    <span aria-hidden="true" className="relative mt-1 block h-2 bg-sunk">
      <span
        className={`absolute inset-y-0 left-0 ${cell.isShort ? 'bg-conflict' : 'bg-ink'}`}
        style={{ width: share(cell.workMin) }}
      />
      {cell.shiftMin > 0 && (
        <span className="absolute -inset-y-1 w-0.5 bg-strong-rule" style={{ left: share(cell.shiftMin) }} />
      )}
    </span>
  );
}

const WeekCell = ({ cell, most }: { readonly cell: LoadCell; readonly most: number }) => (
  <td className="border-l border-rule p-2 text-note leading-snug">
    {cell.workMin || cell.shiftMin || cell.waitingMin ? (
      <>
        <span
          className={cell.isShort ? 'font-semibold text-conflict' : cell.wouldBeShort ? 'text-warning' : ''}
        >
          {cell.text}
        </span>
        <Bar cell={cell} most={most} />
      </>
    ) : (
      <span className="text-soft">–</span>
    )}
  </td>
);

const WeekHead = ({ week }: { readonly week: WeekView }) => (
  <thead>
    <tr>
      <th scope="col" className="w-40 p-2 text-left">{t`Team`}</th>
      {week.days.map(({ date, text, isToday }) => (
        <th key={date} scope="col" className={`p-2 text-left ${isToday ? 'text-accent' : ''}`}>
          <Link href={`/work-orders?day=${date}`} className="inline-block min-h-6">
            {text}
          </Link>
        </th>
      ))}
    </tr>
  </thead>
);

/** All teams of a week: work against shifts, day by day. A team's name opens its people and orders. */
export function WeekTable({ week }: { week: WeekView }) {
  const all = week.teams.flatMap(({ cells }) =>
    cells.map(({ workMin, shiftMin }) => Math.max(workMin, shiftMin)),
  );
  const most = Math.max(1, ...all);
  return (
    <div className="overflow-x-auto">
      <table className="sheet w-full min-w-[60rem] table-fixed border-collapse">
        <caption className="sr-only">{t`Work and people on shift, by team and day`}</caption>
        <WeekHead week={week} />
        <tbody>
          {week.teams.map((team) => (
            <tr key={team.id} className="border-t border-rule align-top">
              <th scope="row" className="p-2 text-left">
                <Link
                  href={`/work-orders/week?day=${week.first}&team=${team.id}`}
                  className={`inline-block min-h-6 ${team.id === week.team?.id ? 'font-semibold' : 'font-normal underline'}`}
                >
                  {team.name}
                </Link>
                {!team.hasRoster && (
                  <span className="block text-fine font-normal text-soft">{t`no roster`}</span>
                )}
              </th>
              {team.cells.map((cell) => (
                <WeekCell key={cell.date} cell={cell} most={most} />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
