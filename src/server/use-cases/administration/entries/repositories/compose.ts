import type { ChangeSet } from '../../../../repositories/changes/change-set';
import { CLAIMS_OF_SPACES } from '../../../../effects/effects.queries';
import { t } from '@/contracts/language/translate';
import { composeSpaces } from '@/core/spaces/divisible';
import { type ClaimId, type SpaceId, type ResourceId, idOf } from '@/core/ids';
import { spanText } from '@/contracts/words/when';
import { toLocal } from '@/core/time/zone';
import { loadClaims } from '../../../../repositories/claims/claims';
import { impliedRows } from '../../../../effects/occupancy';
import type { Reader, Writer } from '../../../../db/connection';
import { siteZone } from '../../../../repositories/world/space-facts';
import {
  SPACES_WITHIN,
  TAKEN_BY_OTHERS,
  CLAIM_IN_WORDS,
  SPACES_WITH_PARTS,
  PARTS_BY_SPACE,
} from './shared.queries';
import { Resource } from '../../../../db/tables/spaces';
import { Space, SpacePart } from '../../../../db/tables/spaces';
import { loaded } from '@/core/lists';

export type Composed =
  | { readonly kind: 'done'; readonly changed: readonly SpaceId[] }
  /** Names of spaces that would be made of themselves, round to the first. */
  | { readonly kind: 'cycle'; readonly names: readonly string[] }
  /** Dates that would then stand on top of each other, two to a line. */
  | { readonly kind: 'overlap'; readonly pairs: readonly string[] };

/** Makes the atomic parts of all spaces what the composition implies; gives the spaces whose parts are others now. */
async function writeParts(tx: Writer): Promise<Composed> {
  const spaces = await tx.all(SPACES_WITH_PARTS);
  const children = await tx.all(SPACES_WITHIN);
  const composition = composeSpaces(
    spaces.map(({ id }) => id),
    children,
  );
  if (composition.kind === 'cycle') {
    const nameOf = loaded(
      'space',
      spaces.map(({ id, name }) => [id, name] as const),
    );
    return { kind: 'cycle', names: composition.path.map(nameOf) };
  }
  const partOf = new Map(spaces.flatMap(({ id, part }) => (part === null ? [] : [[id, part] as const])));
  for (const { id, name, part } of spaces) {
    if (part !== null || children.some(({ parent }) => parent === id)) continue;
    const made = idOf<ResourceId>(await tx.table(Resource).insert({ kind: 'part', name }));
    await tx.table(Space).update({ id }, { part_id: made });
    partOf.set(id, made);
  }
  const partOfLeaf = loaded('the part of space', partOf);
  const stored = await tx.value(PARTS_BY_SPACE);
  const changed: SpaceId[] = [];
  for (const [space, leaves] of composition.leaves) {
    const parts = leaves.map(partOfLeaf).sort((a, b) => a - b);
    if (JSON.stringify(parts) === JSON.stringify(stored[space] ?? [])) continue;
    changed.push(space);
    await tx.table(SpacePart).remove({ space_id: space });
    await tx.table(SpacePart).insertAll(parts.map((resource_id) => ({ space_id: space, resource_id })));
  }
  return { kind: 'done', changed };
}

interface Taken {
  readonly claim: ClaimId;
  readonly resource: ResourceId;
  readonly start: number;
  readonly end: number;
}

/** Pairs of claims that take one thing at one time. */
function overlaps(rows: readonly Taken[]): [ClaimId, ClaimId][] {
  const sorted = [...rows].sort((a, b) => a.resource - b.resource || a.start - b.start);
  const pairs: [ClaimId, ClaimId][] = [];
  let last: Taken | null = null;
  for (const row of sorted) {
    if (last && last.resource === row.resource && row.start < last.end && row.claim !== last.claim)
      pairs.push([last.claim, row.claim]);
    if (!last || last.resource !== row.resource || row.end > last.end) last = row;
  }
  return pairs;
}

const MOST_PAIRS = 4;

async function sayPairs(reader: Reader, pairs: readonly [ClaimId, ClaimId][]): Promise<string[]> {
  const tzid = await siteZone(reader);
  const datesOf = async (claim: ClaimId): Promise<string> => {
    const row = await reader.one(CLAIM_IN_WORDS, { claim });
    return `${row.ref}, ${spanText(toLocal(row.start, tzid), toLocal(row.end, tzid))}`;
  };
  const seen = new Set<string>();
  const said: string[] = [];
  for (const [a, b] of pairs) {
    if (seen.has(`${a} ${b}`) || said.length >= MOST_PAIRS) continue;
    seen.add(`${a} ${b}`);
    said.push(t`${await datesOf(a)} and ${await datesOf(b)}`);
  }
  return said;
}

/** Recomposes all spaces after what one is made of has changed, and makes what is booked take what it takes then. */
export async function compose(change: ChangeSet): Promise<Composed> {
  const { tx } = change;
  const composed = await writeParts(tx);
  if (composed.kind !== 'done' || !composed.changed.length) return composed;
  const claims = await tx.all(CLAIMS_OF_SPACES, { spaces: composed.changed });
  const ids = claims.map(({ id }) => id);
  if (!ids.length) return composed;
  const implied = await impliedRows(tx, await loadClaims(tx, ids));
  const ours = implied.occupancy
    .filter(({ occupies }) => occupies === 1)
    .map((row) => ({
      claim: row.claim_id,
      resource: row.resource_id,
      start: row.start_min,
      end: row.end_min,
    }));
  const others = await tx.all(TAKEN_BY_OTHERS, {
    resources: [...new Set(ours.map(({ resource }) => resource))],
    ids,
  });
  const pairs = overlaps([...ours, ...others]);
  if (pairs.length) return { kind: 'overlap', pairs: await sayPairs(tx, pairs) };
  change.because({ kind: 'composition', spaces: composed.changed });
  await change.follow();
  return composed;
}
