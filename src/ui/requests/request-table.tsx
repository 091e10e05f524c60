import Link from '@/ui/primitives/link';
import type { RequestLine } from '@/contracts/request-view';
import { Mark } from '@/ui/primitives/mark';
import { countText } from '@/contracts/words/when';
import { CallStamp, VerdictStamp } from '@/ui/primitives/verdict-stamp';

const VERDICTS = ['clear', 'look', 'clash'] as const;

function Verdicts({ line }: { line: RequestLine }) {
  const present = VERDICTS.filter((verdict) => line.verdicts[verdict] > 0);
  const total = present.reduce((sum, verdict) => sum + line.verdicts[verdict], 0);
  return (
    <span className="flex flex-wrap gap-1">
      {present.map((verdict) => (
        <VerdictStamp
          key={verdict}
          verdict={verdict}
          count={total > 1 ? line.verdicts[verdict] : undefined}
        />
      ))}
      {line.changesWanted > 0 && (
        <CallStamp words={countText(line.changesWanted, 'change wanted', 'changes wanted')} />
      )}
      {line.atRisk > 0 && <CallStamp words={`${line.atRisk} at risk`} />}
    </span>
  );
}

/** What waits, a line each, with verdicts. The title leads to the decision. */
export function DeskTable({ lines }: { lines: readonly RequestLine[] }) {
  return (
    <div className="sheet overflow-x-auto" tabIndex={0} role="region" aria-label="Waiting requests">
      <table className="w-full min-w-[60rem] text-left">
        <thead className="small-caps border-b border-strong-rule">
          <tr>
            {['Begins', 'Request', 'First date', 'Place', 'People', 'Verdict'].map((head) => (
              <th
                key={head}
                scope="col"
                className={`px-3 py-2 font-semibold ${head === 'People' ? 'text-right' : ''}`}
              >
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.reference} className="border-b border-rule align-top hover:bg-paper">
              <td className="px-3 py-2 font-serif text-[1.05rem] whitespace-nowrap">{line.waitText}</td>
              <td className="px-3 py-2">
                <span className="flex items-start gap-2">
                  <Mark mark={line.mark} hue={line.hue} className="mt-0.5" />
                  <span>
                    <Link href={`/desk/${line.reference}`} className="font-semibold">
                      {line.title}
                    </Link>
                    <span className="block text-[0.92rem] text-soft">
                      {line.host}, {line.requester} ·{' '}
                      <span className="whitespace-nowrap">{line.reference}</span>
                    </span>
                  </span>
                </span>
              </td>
              <td className="px-3 py-2">
                {line.nextText}
                <span className="block text-[0.92rem] text-soft">
                  {[
                    line.whenText === line.nextText ? '' : line.whenText,
                    line.stateText === 'waiting' ? '' : line.stateText,
                  ]
                    .filter(Boolean)
                    .join('; ')}
                </span>
              </td>
              <td className="px-3 py-2">{line.places}</td>
              <td className="px-3 py-2 text-right">{line.people}</td>
              <td className="px-3 py-2">
                <Verdicts line={line} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Requests of one's own, of those one stands in for and of one's hosts, soonest first; readable on a phone. */
export function OwnList({ lines, me }: { lines: readonly RequestLine[]; me: string }) {
  return (
    <ul className="sheet divide-y divide-rule">
      {lines.map((line) => (
        <li key={line.reference} className="flex flex-wrap items-start gap-x-4 gap-y-1 px-3 py-3">
          <Mark mark={line.mark} hue={line.hue} className="mt-1" />
          <span className="min-w-56 flex-1">
            <Link href={`/requests/${line.reference}`} className="text-lg font-semibold">
              {line.title}
            </Link>
            <span className="block text-soft">
              {line.reference}
              {line.places && ` · ${line.places}`}
              {line.requester !== me && ` · asked by ${line.requester} for ${line.host}`}
            </span>
          </span>
          <span className="min-w-60 flex-1">
            <span className="block font-semibold first-letter:uppercase">{line.stateText}</span>
            <span className="block text-soft first-letter:uppercase">{line.whenText}</span>
          </span>
        </li>
      ))}
    </ul>
  );
}
