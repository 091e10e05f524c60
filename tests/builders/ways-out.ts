import type { Context } from '@/server/context/context';
import { findWaysOut } from '@/server/use-cases/alternatives/find-ways-out';
import { waysOutSchema, type WaysOutBody, type WaysOutLine } from '@/contracts/ways-out';
import { expectDone } from './changes';

type Line<Kind extends WaysOutLine['line']> = Extract<WaysOutLine, { line: Kind }>;

/** All lines of a search for ways out, sorted by what they are. */
export async function waysOutFor(ctx: Context, body: WaysOutBody) {
  const found = expectDone(await findWaysOut(ctx, waysOutSchema.parse(body)));
  const lines: WaysOutLine[] = [];
  for await (const line of found) lines.push(line);
  const of = <Kind extends WaysOutLine['line']>(kind: Kind) =>
    lines.filter((line): line is Line<Kind> => line.line === kind);
  return {
    lines,
    dates: of('date'),
    series: of('series').flatMap(({ ways }) => ways),
    rivals: of('rival'),
    shared: of('shared'),
    end: of('end')[0] ?? null,
  };
}
