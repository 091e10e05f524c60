import { saveEntrySchema } from '@/contracts/administration/docs';
import type { EntryKind } from '@/contracts/administration/kinds';
import { keepingOfAddress } from '@/server/auth/house-policy';
import { signedIn, writeRoute } from '@/server/http/route';
import { saveEntry } from '@/server/use-cases/administration/entries/save-entry';

export const POST = writeRoute({
  action: keepingOfAddress,
  body: saveEntrySchema,
  run: (ctx, body, { kind }) => saveEntry(signedIn(ctx), kind as EntryKind, body),
});
