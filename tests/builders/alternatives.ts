import type { Context } from '@/server/context/context';
import { findAlternatives } from '@/server/use-cases/alternatives/find-alternatives';
import {
  alternativesSchema,
  type AlternativesBody,
  type AlternativesLine,
} from '@/contracts/alternatives/alternatives';
import { expectDone } from './changes';

type Line<Kind extends AlternativesLine['line']> = Extract<AlternativesLine, { line: Kind }>;

/** All lines of a search for alternatives, sorted by what they are. */
export async function alternativesFor(ctx: Context, body: AlternativesBody) {
  const found = expectDone(await findAlternatives(ctx, alternativesSchema.parse(body)));
  const lines: AlternativesLine[] = [];
  for await (const line of found) lines.push(line);
  const of = <Kind extends AlternativesLine['line']>(kind: Kind) =>
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
