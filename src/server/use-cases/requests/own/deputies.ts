import { t } from '@/contracts/language/translate';
import { MOST_DEPUTIES, type Deputy, type DeputyInput } from '@/contracts/accounts/own';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import type { SignedInContext } from '../../../context/context';
import { keep } from '../../../db/connection';
import { DEPUTIES_OF, PERSON_AT_ADDRESS } from './own.queries';
import { Deputy as DeputyRow } from '../../../db/tables/people';

/** Who may ask, change and cancel for the viewer, by name. */
export const deputiesOf = ({ db, viewer }: SignedInContext): Promise<Deputy[]> =>
  db.all(DEPUTIES_OF, { me: viewer.personId });

const fault = (message: string) => refuse({ code: 'bad-input', fields: [{ path: 'email', message }] });

/** Names a deputy, or lets one go; either twice is the same as once. */
export async function setDeputy(
  ctx: SignedInContext,
  { email, isDeputy }: DeputyInput,
): Promise<Outcome<readonly Deputy[]>> {
  const { db, viewer } = ctx;
  const me = viewer.personId;
  const [person] = await db.all(PERSON_AT_ADDRESS, { email });
  if (!person) return fault('No account has this address. Check it, or ask the office.');
  if (person.id === me) return fault('That is your own address; you may already.');
  const before = await deputiesOf(ctx);
  const isThere = before.some((each) => each.email.toLowerCase() === email.toLowerCase());
  if (isDeputy && !isThere && before.length >= MOST_DEPUTIES)
    return fault(t`At most ${MOST_DEPUTIES} people may do this for you. Let one go first.`);
  const deputy = { person_id: me, deputy_id: person.id };
  await db.write(async (tx) => {
    const deputies = tx.table(DeputyRow);
    return keep(isDeputy ? await deputies.addMissing([deputy]) : await deputies.remove(deputy));
  });
  return done(await deputiesOf(ctx));
}
