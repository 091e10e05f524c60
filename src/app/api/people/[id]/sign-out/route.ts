import { untranslated } from '@/contracts/language/translate';
import { accountCommandSchema } from '@/contracts/accounts/account';
import { numberedRoute } from '@/server/http/numbered-route';
import { signOutEverywhere } from '@/server/use-cases/accounts/account/keep-accounts';

export const POST = numberedRoute({
  action: 'people.change',
  body: accountCommandSchema,
  what: untranslated('such person'),
  run: (ctx, id, { key }) => signOutEverywhere(ctx, id, key, Date.now()),
});
