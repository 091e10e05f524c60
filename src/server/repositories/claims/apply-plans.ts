import type { DatePlan } from '@/core/changes/plan-date';
import type { OwnField } from '@/core/changes/patch';
import type { ClaimId, OccurrenceId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { ChangeSet } from '../changes/change-set';
import { insertClaims } from './insert-claims';
import { storeLinks, type NewLink } from './links';
import { Claim } from '../../db/tables/claims';
import { Occurrence } from '../../db/tables/requests';
import { writeJson } from '../../db/tables/column';
import { STANDING_SLOTS } from './claims.queries';
import { pairs, loaded } from '@/core/lists';

/** One side of a link, before the claims of this change have numbers. */
export type LinkEnd =
  | { readonly kind: 'date'; readonly occurrenceId: OccurrenceId; readonly slot: number }
  | { readonly kind: 'stored'; readonly claimSpaceId: number };

export interface PlannedLink {
  readonly before: LinkEnd;
  readonly after: LinkEnd;
  readonly boundary: EpochMinute;
}

export interface PlannedChange {
  readonly plan: DatePlan;
  /** What the date keeps of its own from now on; null leaves that as it is. */
  readonly own: readonly OwnField[] | null;
}

interface MadeClaims {
  readonly byOccurrence: ReadonlyMap<OccurrenceId, { claimId: ClaimId; claimSpaceIds: readonly number[] }>;
}

async function makeDrafts(change: ChangeSet, changes: readonly PlannedChange[]): Promise<MadeClaims> {
  const drafts = changes.flatMap(({ plan: { occurrenceId, draft } }) =>
    draft ? [{ occurrenceId, ...draft }] : [],
  );
  const made = await insertClaims(change, drafts);
  return {
    byOccurrence: new Map(pairs(drafts, made).map(([{ occurrenceId }, claim]) => [occurrenceId, claim])),
  };
}

/** Turns the claims there are, held and in force ones last: at no moment are two of one date in force. */
async function turnClaims(change: ChangeSet, changes: readonly PlannedChange[]): Promise<void> {
  const turns = new Map(changes.flatMap(({ plan }) => plan.turns).map((each) => [each.claimId, each]));
  const released = [...turns.values()].filter(({ status }) => status === 'released' || status === 'wanted');
  const taking = [...turns.values()].filter(({ status }) => status === 'held' || status === 'in-force');
  for (const group of [released, taking])
    await change.updateBy(Claim, new Map(group.map((each) => [each.claimId, each])), (_, turn) => ({
      status: turn.status,
      hold_until_min: turn.holdUntil,
    }));
}

async function turnDates(
  change: ChangeSet,
  changes: readonly PlannedChange[],
  made: MadeClaims,
): Promise<void> {
  const byId = new Map(changes.map((each) => [each.plan.occurrenceId, each]));
  const madeFor = loaded('the claim of date', made.byOccurrence);
  await change.updateBy(Occurrence, byId, (row, { plan, own }) => ({
    state: plan.to,
    reason: plan.reason ?? row.reason,
    standing_id: plan.standing === 'draft' ? madeFor(plan.occurrenceId).claimId : plan.standing,
    own: own ? writeJson(own) : row.own,
    row_version: row.row_version + 1,
  }));
}

async function resolveLinks(
  change: ChangeSet,
  links: readonly PlannedLink[],
  made: MadeClaims,
): Promise<NewLink[]> {
  const dates = links.flatMap(({ before, after }) =>
    [before, after].flatMap((end) => (end.kind === 'date' ? [end.occurrenceId] : [])),
  );
  const rows = await change.tx.all(STANDING_SLOTS, { ids: dates });
  const standingOf = loaded(
    'the space of date',
    rows.map(({ occurrence, slot, id }) => [`${occurrence}/${slot}`, id] as const),
  );
  const idOf = (end: LinkEnd): number =>
    end.kind === 'stored'
      ? end.claimSpaceId
      : (made.byOccurrence.get(end.occurrenceId)?.claimSpaceIds[end.slot] ??
        standingOf(`${end.occurrenceId}/${end.slot}`));
  return links.map(({ before, after, boundary }) => ({
    beforeClaimSpaceId: idOf(before),
    afterClaimSpaceId: idOf(after),
    boundary,
  }));
}

/** Writes what was planned for dates of any number of requests: their claims, states and turnover links. */
export async function applyPlans(
  change: ChangeSet,
  changes: readonly PlannedChange[],
  links: readonly PlannedLink[],
): Promise<void> {
  await turnClaims(change, changes);
  const made = await makeDrafts(change, changes);
  await turnDates(change, changes, made);
  await storeLinks(change, await resolveLinks(change, links, made));
}
