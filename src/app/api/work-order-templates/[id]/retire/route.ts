import { untranslated } from '@/contracts/language/translate';
import { retireTemplateSchema } from '@/contracts/work-orders/templates';
import { numberedRoute } from '@/server/http/numbered-route';
import { retireTemplate } from '@/server/use-cases/work-orders/save-template';

export const POST = numberedRoute({
  action: 'templates.change',
  body: retireTemplateSchema,
  what: untranslated('such template'),
  run: retireTemplate,
});
