import { untranslated } from '@/contracts/language/translate';
import { returnSchema } from '@/contracts/work-orders/stores';
import { numberedRoute } from '@/server/http/numbered-route';
import { returnEquipment } from '@/server/use-cases/work-orders/return-equipment';

export const POST = numberedRoute({
  action: 'order.mark',
  body: returnSchema,
  what: untranslated('such work order'),
  run: returnEquipment,
});
