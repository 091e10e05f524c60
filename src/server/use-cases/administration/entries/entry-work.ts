import type { Outcome } from '@/contracts/base/refusal';
import type { Context } from '../../../context/context';
import { beside, MOST_DATES_HERE, type LongWorkName } from '../../../context/long-work';
import { COUNT_COMING } from './entries.queries';

async function comingDates({ db, clock }: Context): Promise<number> {
  const row = await db.one(COUNT_COMING, { now: clock.now(), most: MOST_DATES_HERE + 1 });
  return row.dates;
}

/** A change of the house, which may touch every coming date: beside the server where there are many. */
export async function entryWork<Value>(
  ctx: Context,
  name: LongWorkName,
  args: readonly [...unknown[], { readonly preview: boolean }],
  here: () => Promise<Outcome<Value>>,
): Promise<Outcome<Value>> {
  const { preview } = args[args.length - 1] as { readonly preview: boolean };
  const isLong = (await comingDates(ctx)) > MOST_DATES_HERE;
  return beside(ctx, { name, args, kind: preview ? 'previews' : 'writes', isLong }, here);
}
