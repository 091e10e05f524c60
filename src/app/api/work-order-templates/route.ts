import { saveTemplateSchema } from '@/contracts/work-orders/templates';
import { signedIn, writeRoute } from '@/server/http/route';
import { saveTemplate } from '@/server/use-cases/work-orders/save-template';

export const POST = writeRoute({
  action: 'templates.change',
  body: saveTemplateSchema,
  run: (ctx, body) => saveTemplate(signedIn(ctx), body),
});
