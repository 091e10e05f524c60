import { say } from '@/contracts/language/say';
import type { ClaimId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { ChangeSet } from './change-set';
import { writtenForAll } from '../own-settings/ambient';
import { ClaimSpace, TurnoverLink, AtRisk } from '../db/tables/claims';
import {
  CUT_SPACES,
  MINUTES_TAKEN,
  CLAIMS_OF_SPACES,
  CLAIMS_OF_LINKED,
  LINKS_OF_CLAIMS,
} from './changes.queries';

/** Two claimed spaces that share a shoulder, and the minute at which one hands over to the other. */
export interface NewLink {
  readonly beforeClaimSpaceId: number;
  readonly afterClaimSpaceId: number;
  readonly boundary: EpochMinute;
}

/** A claimed space whose cut belongs to a link that is gone: the band comes back if its minutes are still free. */
export interface CutToHeal {
  readonly claimSpaceId: number;
  readonly claimId: ClaimId;
  readonly side: 'cut_start_min' | 'cut_end_min';
}

/** Takes away the links of claims that no longer occupy, their own cuts with them; tells which neighbours to heal. */
export async function breakLinks(change: ChangeSet, leaving: readonly ClaimId[]): Promise<CutToHeal[]> {
  if (!leaving.length) return [];
  const { tx } = change;
  const links = await tx.all(LINKS_OF_CLAIMS, { ids: leaving });
  await change.remove(TurnoverLink, links);
  const gone = new Set<number>(leaving);
  const spaces = await tx.all(CLAIMS_OF_SPACES, {
    ids: links.flatMap((link) => [link.before_claim_space_id, link.after_claim_space_id]),
  });
  const claimOf = new Map(spaces.map(({ id, claim_id }) => [id, claim_id]));
  const cut = await tx.all(CUT_SPACES, { ids: leaving });
  await change.update(
    ClaimSpace,
    cut.map(({ id }) => id),
    () => ({ cut_start_min: null, cut_end_min: null }),
  );
  const heal = (id: number, side: CutToHeal['side']): CutToHeal[] => {
    const claimId = claimOf.get(id)!;
    return gone.has(claimId) ? [] : [{ claimSpaceId: id, claimId, side }];
  };
  return links.flatMap((link) => [
    ...heal(link.before_claim_space_id, 'cut_end_min'),
    ...heal(link.after_claim_space_id, 'cut_start_min'),
  ]);
}

/** Stores links and cuts both sides at the boundary; gives the claims whose rows change. */
export async function storeLinks(change: ChangeSet, links: readonly NewLink[]): Promise<ClaimId[]> {
  if (!links.length) return [];
  await change.insert(
    TurnoverLink,
    links.map(({ beforeClaimSpaceId, afterClaimSpaceId, boundary }) => ({
      before_claim_space_id: beforeClaimSpaceId,
      after_claim_space_id: afterClaimSpaceId,
      boundary_min: boundary,
    })),
  );
  const ends = new Map(links.map(({ beforeClaimSpaceId, boundary }) => [beforeClaimSpaceId, boundary]));
  const starts = new Map(links.map(({ afterClaimSpaceId, boundary }) => [afterClaimSpaceId, boundary]));
  const ids = [...new Set([...ends.keys(), ...starts.keys()])];
  await change.update(ClaimSpace, ids, (row) => ({
    cut_start_min: starts.get(row.id) ?? row.cut_start_min,
    cut_end_min: ends.get(row.id) ?? row.cut_end_min,
  }));
  const rows = await change.tx.all(CLAIMS_OF_LINKED, { ids });
  return rows.map(({ claim_id }) => claim_id);
}

/**
 * Gives neighbours their bands back. Where the minutes are taken by now the cut stays and the date is at risk; gives the
 * claims whose rows change.
 */
export async function healCuts(change: ChangeSet, cuts: readonly CutToHeal[]): Promise<ClaimId[]> {
  const healed: ClaimId[] = [];
  for (const { claimSpaceId, claimId, side } of cuts) {
    const taken = await change.tx.all(MINUTES_TAKEN, { id: claimSpaceId, side });
    if (taken.length) {
      await change.tx.table(AtRisk).put({
        claim_id: claimId,
        rule: 'shoulder-lost',
        subject: `space:${claimSpaceId}`,
        since_min: change.at,
        sentence: writtenForAll(
          () =>
            say`The event it shared its set-up with is gone, and the minutes it would need for setting or clearing are taken by now. Move one of them, or agree on less time.`,
        ),
      });
      continue;
    }
    await change.update(ClaimSpace, [claimSpaceId], () => ({ [side]: null }));
    healed.push(claimId);
  }
  return healed;
}
