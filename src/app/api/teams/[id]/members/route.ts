import { untranslated } from '@/contracts/language/translate';
import { teamMemberSchema } from '@/contracts/work-orders/week-load';
import { numberedRoute } from '@/server/http/numbered-route';
import { setTeamMember } from '@/server/use-cases/work-orders/teams';

export const POST = numberedRoute({
  action: 'orders.lead',
  body: teamMemberSchema,
  what: untranslated('such team'),
  run: setTeamMember,
});
