import { writtenForAll } from '../platform/ambient';
import { severityOf, type Finding, type Rule, type WantedDate } from '@/core/checks/findings';
import type { CategoryId, ClaimId, OccurrenceId, RequestId } from '@/core/ids';
import type { EpochMinute, Interval } from '@/core/time/epoch-minute';
import type { WorldSnapshot } from '@/core/checks/world';
import { checkDates } from '@/core/checks/check';
import type { Reader, Writer } from '../db/connection';
import { loadWorld } from '../repositories/world/snapshot';
import { loadClaims, type StoredClaim } from '../repositories/claims/claims';
import { CATEGORIES_OF_REQUESTS, OVERRIDDEN_RULES } from './effects.queries';
import { AtRisk } from '../db/tables/claims';

// What can befall a date that was fine when it was approved. People and layout were decided with open eyes, so they
// count only where the space has changed, and where nobody went past them with a reason.
const SHRUNK: readonly Rule[] = ['over-posted-limit', 'over-seats', 'layout-not-offered'];
const BEFALLS: readonly Rule[] = [
  'closed',
  'outside-hours',
  'equipment-short',
  'occupied',
  'unit-taken',
  'crew-short',
  ...SHRUNK,
];

interface Risk {
  readonly claimId: ClaimId;
  readonly rule: Rule;
  readonly subject: string;
  readonly finding: Finding;
}

export type SayFinding = (finding: Finding) => string;

const subjectOf = ({ facts, spaceId }: Finding): string =>
  'typeId' in facts ? `type:${facts.typeId}` : spaceId === null ? 'all' : `space:${spaceId}`;

async function overridden(reader: Reader, claims: readonly ClaimId[]): Promise<Set<string>> {
  const rows = await reader.all(OVERRIDDEN_RULES, { ids: claims });
  return new Set(rows.map(({ key }) => key));
}

/** Recipes of crews may be about the category of a request. */
async function categoriesOf(
  reader: Reader,
  requests: readonly RequestId[],
): Promise<Map<RequestId, CategoryId[]>> {
  const rows = await reader.all(CATEGORIES_OF_REQUESTS, { ids: requests });
  const found = new Map<RequestId, CategoryId[]>();
  for (const { request, category } of rows) found.set(request, [...(found.get(request) ?? []), category]);
  return found;
}

async function risksOf(
  reader: Reader,
  claims: readonly StoredClaim[],
): Promise<{ risks: Risk[]; world: WorldSnapshot }> {
  const categories = await categoriesOf(reader, [...new Set(claims.map(({ requestId }) => requestId))]);
  const dates: WantedDate[] = claims.map(({ id, startLocal, requestId, content }) => ({
    key: `${startLocal}#${id}`,
    claim: content,
    categories: categories.get(requestId) ?? [],
  }));
  // Nothing is left out but the claims themselves, all at once: they are checked against one another by the check.
  const world = await loadWorld(reader, dates, { except: claims.map(({ id }) => id) });
  const agreed = await overridden(
    reader,
    claims.map(({ id }) => id),
  );
  const byKey = new Map(dates.map(({ key }, index) => [key, claims[index]!.id]));
  const risks = checkDates(dates, world).flatMap((finding): Risk[] => {
    const claimId = byKey.get(finding.key)!;
    const { rule } = finding.facts;
    const isGrave =
      severityOf(finding.facts, 'office') === 'blocks' || rule === 'crew-short' || SHRUNK.includes(rule);
    if (!BEFALLS.includes(rule) || !isGrave || agreed.has(`${claimId} ${rule}`)) return [];
    return [{ claimId, rule, subject: subjectOf(finding), finding }];
  });
  return { risks, world };
}

/** Claims in force that touch a span, of all spaces or of those that take some of the resources. */
export async function claimsInForceDuring(
  reader: Reader,
  span: Interval,
  filter: { readonly typeId?: number; readonly spaceIds?: readonly number[] },
): Promise<ClaimId[]> {
  const rows = await reader.rows<{ id: ClaimId }>(
    filter.typeId === undefined
      ? `SELECT DISTINCT o.claim_id AS id FROM occupancy o JOIN claim_space s ON s.id = o.claim_space_id JOIN claim c ON c.id = o.claim_id AND c.status = 'in-force'
         WHERE o.occupies = 1 AND o.end_min > $start AND o.start_min < $end AND s.space_id IN (SELECT value FROM json_each($spaces))`
      : `SELECT DISTINCT u.claim_id AS id FROM equipment_use u JOIN claim c ON c.id = u.claim_id AND c.status = 'in-force'
         WHERE u.type_id = $type AND u.occupies = 1 AND u.end_min > $start AND u.start_min < $end`,
    {
      start: span.start,
      end: span.end,
      ...(filter.typeId === undefined
        ? { spaces: JSON.stringify(filter.spaceIds ?? []) }
        : { type: filter.typeId }),
    },
  );
  return rows.map(({ id }) => id);
}

/**
 * The same check again on claims in force that something new has touched. What it finds is kept as *at risk* and shown
 * at the next request; what is no longer found is gone from there. Gives the dates now at risk.
 */
export async function recheck(
  tx: Writer,
  ids: readonly ClaimId[],
  rules: readonly Rule[],
  now: EpochMinute,
  say: (risks: readonly Finding[], world: WorldSnapshot) => Promise<SayFinding>,
): Promise<{ claims: ClaimId[]; occurrences: OccurrenceId[]; requests: RequestId[] }> {
  const claims = await loadClaims(tx, ids);
  const { risks, world } = claims.length ? await risksOf(tx, claims) : { risks: [], world: null };
  const found = risks.filter(({ rule }) => rules.includes(rule));
  const speak = found.length
    ? await say(
        found.map(({ finding }) => finding),
        world!,
      )
    : () => '';
  await tx.table(AtRisk).remove({ claim_id: ids, rule: rules });
  // Kept, and read by anybody.
  const rows = writtenForAll(() =>
    found.map(({ claimId, rule, subject, finding }) => [claimId, rule, subject, speak(finding)]),
  );
  await tx.run(
    `INSERT OR REPLACE INTO at_risk (claim_id, rule, subject, since_min, sentence)
     SELECT j.value->>0, j.value->>1, j.value->>2, $now, j.value->>3 FROM json_each($rows) j`,
    { now, rows: JSON.stringify(rows) },
  );
  const atRisk = claims.filter(({ id }) => found.some(({ claimId }) => claimId === id));
  return {
    claims: atRisk.map(({ id }) => id),
    occurrences: atRisk.map(({ occurrenceId }) => occurrenceId),
    requests: [...new Set(atRisk.map(({ requestId }) => requestId))],
  };
}
