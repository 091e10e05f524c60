import { t } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import type { RequestLine } from '@/contracts/requests/request-view';
import { Mark } from '@/ui/kit/mark';

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
              {line.requester !== me && t` · asked by ${line.requester} for ${line.host}`}
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
