import type { Finding } from '@/core/checks/findings';
import { RULES } from '@/core/checks/rules/all';
import type { ClaimId } from '@/core/ids';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import { loadClaims, type StoredClaim } from '../../../repositories/claims/claims';
import type { SignedInContext } from '../../../context/context';
import { checkAgainstWorld } from '../../checks/verdicts';
import { pairs } from '@/core/lists';

/** Claims that cannot come back, and why. */
export interface Blocked {
  readonly claims: readonly StoredClaim[];
  readonly sentences: readonly string[];
}

// People over a limit were there before the change as well: only what others have taken since stands in the way.
const isTakenSince = ({ facts }: Finding): boolean =>
  RULES[facts.rule].override === 'nobody' && RULES[facts.rule].isTakenByOthers;

async function blockedOf(
  ctx: SignedInContext,
  change: ChangeSet,
  claims: readonly StoredClaim[],
  except: readonly ClaimId[],
): Promise<Blocked[]> {
  if (!claims.length) return [];
  const dates = claims.map(({ id, startLocal, content }) => ({ key: `${startLocal}#${id}`, claim: content }));
  const verdicts = await checkAgainstWorld(change.tx, ctx.viewer, dates, { side: 'office', except });
  return pairs(claims, verdicts).flatMap(([claim, { findings, sentences }]) => {
    const blocking = pairs(findings, sentences).flatMap(([finding, { sentence }]) =>
      isTakenSince(finding) ? [sentence] : [],
    );
    return blocking.length ? [{ claims: [claim], sentences: blocking }] : [];
  });
}

/** What stands in the way of the claims that come back; empty when nothing does. */
export async function inTheWay(
  ctx: SignedInContext,
  change: ChangeSet,
  claimIds: readonly ClaimId[],
): Promise<Blocked> {
  const claims = await loadClaims(change.tx, claimIds);
  const taking = claims.filter(({ status }) => status === 'in-force' || status === 'held');
  // What is held beside a date takes only what the date does not: the two are not in one another's way.
  const [standing, beside] = [
    taking.filter(({ isStanding }) => isStanding),
    taking.filter(({ isStanding }) => !isStanding),
  ];
  const blocked = [
    ...(await blockedOf(ctx, change, standing, claimIds)),
    ...(await blockedOf(ctx, change, beside, claimIds)),
  ];
  return {
    claims: blocked.flatMap((each) => each.claims),
    sentences: blocked.flatMap((each) => each.sentences),
  };
}
