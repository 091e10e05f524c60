import { tryTemplateSchema } from '@/contracts/work-orders/templates';
import { signedIn, writeRoute } from '@/server/http/route';
import { tryTemplate } from '@/server/use-cases/work-orders/try-template';

export const POST = writeRoute({
  action: 'templates.change',
  body: tryTemplateSchema,
  run: (ctx, body) => tryTemplate(signedIn(ctx), body),
});
