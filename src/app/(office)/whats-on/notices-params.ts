import { noticesQuerySchema, type NoticesQuery } from '@/contracts/publishing/notices';
import { notFound, permanentRedirect } from 'next/navigation';
import { noticesHref } from '@/ui/whats-on/notices-address';

export type SearchParams = Promise<Readonly<Record<string, string | string[] | undefined>>>;

/** What stands in the path behind a calendar: a view and, where it is not today, a day. */
export interface ShownParams {
  readonly view?: string;
  readonly day?: string;
}

export interface ReadNotices {
  readonly query: NoticesQuery;
  readonly link: string | null;
  /** What of the address could not be read; everything is shown instead. */
  readonly fault: string | null;
}

const linkOf = ({ link }: Awaited<SearchParams>): string | null =>
  typeof link === 'string' && link ? link : null;

/**
 * What an address of notices asks for: `/whats-on/CALENDAR/VIEW/DAY` with what narrows it behind. A view or day that a form
 * without scripts, or an address of before, says in the query leads on to the path (308); a path that says none is not there.
 *
 * @param base the calendar's own address, without view and day
 */
export async function readNotices(
  base: string,
  { view, day }: ShownParams,
  searchParams: SearchParams,
): Promise<ReadNotices> {
  const asked = await searchParams;
  const link = linkOf(asked);
  const parsed = noticesQuerySchema.safeParse({ ...asked, ...(view && { view, on: day }) });
  if (view !== undefined && !parsed.success && isOfPath(parsed.error)) notFound();
  if (!view && parsed.success && (asked.view ?? asked.on) !== undefined)
    permanentRedirect(noticesHref(base, parsed.data, link));
  return {
    query: parsed.success ? parsed.data : noticesQuerySchema.parse(view ? { view, on: day } : {}),
    link,
    fault: parsed.success ? null : (parsed.error.issues[0]?.message ?? ''),
  };
}

const isOfPath = ({ issues }: { issues: readonly { path: readonly PropertyKey[] }[] }): boolean =>
  issues.some(({ path }) => path[0] === 'view' || path[0] === 'on');
