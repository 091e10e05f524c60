import Link from '@/ui/kit/link';
import { Mark } from '@/ui/kit/mark';
import { placesText, sayEntry, titleText, type DateEntry } from './entries';

export interface EntryContext {
  readonly tzid: string;
  readonly details: string | null;
  detailsHref(id: string): string;
}

const LOOK = {
  approved: '',
  held: 'border-y border-double',
  waiting: 'border-y border-dotted',
  cancelled: '',
} as const;

interface LineProps {
  readonly entry: DateEntry;
  readonly hours: string;
  /** With the space; left out where a column is one. */
  readonly withPlace: boolean;
  /** With its category; left out where a column is one. */
  readonly withMark?: boolean;
  /** Over two lines where the column is narrow. */
  readonly isWrapped?: boolean;
  readonly context: EntryContext;
}

/** A date of an event in one line, or two: its hours, the mark of its category, its title. */
export function EntryLine({
  entry,
  hours,
  withPlace,
  withMark = true,
  isWrapped = false,
  context,
}: LineProps) {
  const [category] = entry.in.category;
  const isCancelled = entry.state === 'cancelled';
  return (
    <Link
      scroll={false}
      href={context.detailsHref(entry.id)}
      data-entry={entry.id}
      data-note={sayEntry(entry, context.tzid)}
      aria-current={context.details === entry.id ? 'true' : undefined}
      title={`${hours} ${titleText(entry)}, ${placesText(entry)}`}
      className={`block border-strong-rule px-1 text-small leading-[1.3] no-underline hover:bg-sunk aria-[current]:bg-sunk aria-[current]:ring-2 aria-[current]:ring-ink ${LOOK[entry.state]}`}
    >
      <span aria-hidden="true" className={isWrapped ? 'line-clamp-2' : 'block truncate'}>
        <span className="text-soft">{hours} </span>
        {category && withMark && (
          <Mark
            mark={category.mark ?? ''}
            hue={category.hue ?? 'ink'}
            className="mr-1 h-4 min-w-5 px-0.5 align-[-2px] text-tiny"
          />
        )}
        <span className={`${entry.title === null ? 'text-soft' : ''} ${entry.isOwn ? 'font-bold' : ''}`}>
          <span className={isCancelled ? 'line-through' : ''}>{titleText(entry)}</span>
          {withPlace && <span className="text-soft"> {placesText(entry)}</span>}
        </span>
      </span>
      <span className="sr-only">{sayEntry(entry, context.tzid)}</span>
    </Link>
  );
}
