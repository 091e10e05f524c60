import { noticesQuerySchema, type NoticesQuery } from '@/contracts/publishing/notices';

export type SearchParams = Promise<Readonly<Record<string, string | string[] | undefined>>>;

export interface ReadNotices {
  readonly query: NoticesQuery;
  readonly link: string | null;
  /** What of the address could not be read; everything is shown instead. */
  readonly fault: string | null;
}

/** What an address of notices asks for. */
export async function readNotices(searchParams: SearchParams): Promise<ReadNotices> {
  const { link, ...rest } = await searchParams;
  const parsed = noticesQuerySchema.safeParse(rest);
  return {
    query: parsed.success ? parsed.data : noticesQuerySchema.parse({}),
    link: typeof link === 'string' && link ? link : null,
    fault: parsed.success ? null : (parsed.error.issues[0]?.message ?? ''),
  };
}
