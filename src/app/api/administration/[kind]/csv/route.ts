import { csvSchema, isCsvKind, type CsvKind } from '@/contracts/administration/csv';
import { keepingOf } from '@/server/auth/house-policy';
import { signedIn, writeRoute } from '@/server/http/route';
import { csvIn } from '@/server/use-cases/administration/entries/csv/csv-in';

export const POST = writeRoute({
  action: ({ kind = '' }) => (isCsvKind(kind) ? keepingOf(kind) : null),
  body: csvSchema,
  run: (ctx, body, { kind }) => csvIn(signedIn(ctx), kind as CsvKind, body),
});
