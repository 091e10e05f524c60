import { untranslated } from '@/contracts/language/translate';
import { entryCommandSchema } from '@/contracts/administration/docs';
import type { EntryKind } from '@/contracts/administration/kinds';
import { keepingOfAddress } from '@/server/auth/house-policy';
import { numberedRoute } from '@/server/http/numbered-route';
import { doWithEntry } from '@/server/use-cases/administration/entries/entry-commands';

export const POST = numberedRoute({
  action: keepingOfAddress,
  body: entryCommandSchema,
  what: untranslated('such entry'),
  run: (ctx, id, body, { kind }) => doWithEntry(ctx, kind as EntryKind, id, body),
});
