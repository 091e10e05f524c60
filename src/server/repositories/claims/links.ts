import type { EpochMinute } from '@/core/time/epoch-minute';
import { ClaimSpace, TurnoverLink } from '../../db/tables/claims';
import type { ChangeSet } from '../changes/change-set';

/** Two claimed spaces that share a shoulder, and the minute at which one hands over to the other. */
export interface NewLink {
  readonly beforeClaimSpaceId: number;
  readonly afterClaimSpaceId: number;
  readonly boundary: EpochMinute;
}

/** Stores links and cuts both sides at the boundary. Whoever hands over to somebody already is never asked to do so to another. */
export async function storeLinks(change: ChangeSet, links: readonly NewLink[]): Promise<void> {
  if (!links.length) return;
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
}
