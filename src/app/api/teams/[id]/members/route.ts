import { refuse } from '@/contracts/refusal';
import { teamMemberSchema } from '@/contracts/week-load';
import { signedIn, writeRoute } from '@/server/http/route';
import { setTeamMember } from '@/server/use-cases/set-up/teams';

export const POST = writeRoute({
  action: 'orders.lead',
  body: teamMemberSchema,
  run: async (ctx, body, { id }) =>
    /^\d{1,15}$/.test(id ?? '')
      ? setTeamMember(signedIn(ctx), Number(id), body)
      : refuse({ code: 'not-found', what: 'such team' }),
});
