import { policyBreaches, type PolicyBreach } from '../../spaces/policy';
import { HOUSE_RULE, USUAL, type CheckRule } from './rule';

/** Which line of the space's policy is not kept, and by how much. */
export interface Policy {
  readonly breach: PolicyBreach;
}

/** Months ahead that requests are taken for, where neither space nor house says so. */
const HORIZON_MONTHS = 24;

/** Notice, horizon, length and who may ask; not judged where the asker is not known. */
export const policy: CheckRule<Policy> = {
  ...HOUSE_RULE,
  ...USUAL,
  touches: 'place-or-time',
  about: ({ breach }) => breach.kind,
  reads: ['policies'],
  judged: {
    by: 'space',
    find({ date, facts: { policies = [] }, check: { world, asked } }) {
      if (!asked.requester) return [];
      const horizon = world.horizonMonths ?? HORIZON_MONTHS;
      return policyBreaches(date.claim.event, policies, horizon, asked.requester, world.tzid).map(
        (breach) => ({
          breach,
        }),
      );
    },
  },
};
