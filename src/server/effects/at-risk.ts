import type { Finding } from '@/core/checks/findings';
import { RULES, type Rule } from '@/core/checks/rules/all';
import type { WantedDate } from '@/core/checks/asked';
import type { ClaimId, EquipmentTypeId, RequestId, SpaceId } from '@/core/ids';
import type { Interval } from '@/core/time/epoch-minute';
import { checkDates } from '@/core/checks/check';
import type { Reader } from '../db/connection';
import type { ChangeSet } from '../repositories/changes/change-set';
import type { News } from '../repositories/changes/news';
import { loadWorld } from '../repositories/world/snapshot';
import { loadClaims, type StoredClaim } from '../repositories/claims/claims';
import {
  FACTS_OF_REQUESTS,
  IN_FORCE_IN_SPACES,
  IN_FORCE_WITH_TYPE,
  OVERRIDDEN_RULES,
} from './effects.queries';
import { AtRisk } from '../db/tables/claims';
import { readJson, writeJson } from '../db/tables/column';
import { loaded, pairs } from '@/core/lists';

interface Risk {
  readonly claimId: ClaimId;
  readonly rule: Rule;
  readonly subject: string;
  readonly finding: Finding;
}

const subjectOf = ({ facts, spaceId }: Finding): string =>
  'typeId' in facts ? `type:${facts.typeId}` : spaceId === null ? 'all' : `space:${spaceId}`;

async function overridden(reader: Reader, claims: readonly ClaimId[]): Promise<Set<string>> {
  const rows = await reader.all(OVERRIDDEN_RULES, { ids: claims });
  return new Set(rows.map(({ key }) => key));
}

/** Templates of crews may be about the categories of a request, and count with its answers. */
async function requestFacts(reader: Reader, requests: readonly RequestId[]) {
  const rows = await reader.all(FACTS_OF_REQUESTS, { ids: requests });
  return new Map(
    rows.map(({ request, categories, answers }) => [
      request,
      { categories: readJson(categories), answers: readJson(answers) },
    ]),
  );
}

async function risksOf(reader: Reader, claims: readonly StoredClaim[]): Promise<Risk[]> {
  const facts = await requestFacts(reader, [...new Set(claims.map(({ requestId }) => requestId))]);
  const dates: WantedDate[] = claims.map(({ id, startLocal, requestId, content }) => ({
    key: `${startLocal}#${id}`,
    claim: content,
    ...facts.get(requestId),
  }));
  // Nothing is left out but the claims themselves, all at once: they are checked against one another by the check.
  const world = await loadWorld(reader, dates, { except: claims.map(({ id }) => id) });
  const agreed = await overridden(
    reader,
    claims.map(({ id }) => id),
  );
  const claimOf = loaded(
    'the claim of',
    pairs(dates, claims).map(([{ key }, { id }]) => [key, id] as const),
  );
  return checkDates(dates, world).flatMap((finding): Risk[] => {
    const claimId = claimOf(finding.key);
    const { rule } = finding.facts;
    // Whoever went past it with a reason has decided it with open eyes.
    if (!RULES[rule].befallsBy.length || agreed.has(`${claimId} ${rule}`)) return [];
    return [{ claimId, rule, subject: subjectOf(finding), finding }];
  });
}

/** Claims in force that touch a span, of all spaces or of those that take some of the resources. */
export async function claimsInForceDuring(
  reader: Reader,
  span: Interval,
  filter: { readonly typeId: EquipmentTypeId } | { readonly spaceIds: readonly SpaceId[] },
): Promise<ClaimId[]> {
  const { start, end } = span;
  const rows =
    'typeId' in filter
      ? await reader.all(IN_FORCE_WITH_TYPE, { start, end, type: filter.typeId })
      : await reader.all(IN_FORCE_IN_SPACES, { start, end, spaces: filter.spaceIds });
  return rows.map(({ id }) => id);
}

/**
 * The same check again on claims in force that something new has touched. What it finds is kept as *at risk*, as code
 * and facts; what is no longer found is gone from there.
 */
async function recheck(
  change: ChangeSet,
  ids: readonly ClaimId[],
  rules: readonly Rule[],
): Promise<StoredClaim[]> {
  const claims = await loadClaims(change.tx, ids);
  const found = claims.length ? await risksOf(change.tx, claims) : [];
  // Of several findings about one thing the last is kept.
  const risks = new Map(
    found
      .filter(({ rule }) => rules.includes(rule))
      .map((risk) => [`${risk.claimId} ${risk.rule} ${risk.subject}`, risk]),
  );
  await change.tx.table(AtRisk).remove({ claim_id: ids, rule: rules });
  await change.tx.table(AtRisk).insertAll(
    [...risks.values()].map(({ claimId, rule, subject, finding: { spaceId, facts } }) => ({
      claim_id: claimId,
      rule,
      subject,
      since_min: change.at,
      sentence: '',
      finding: writeJson({ spaceId, facts }),
    })),
  );
  const hit = new Set([...risks.values()].map(({ claimId }) => claimId));
  return claims.filter(({ id }) => hit.has(id));
}

/** Looks again at what a change may have put in doubt; the requests of what is at risk are told of it. */
export async function followRisks(change: ChangeSet, news: News): Promise<void> {
  for (const { claims, rules } of news.causes('doubt'))
    for (const { requestId } of await recheck(change, claims, rules)) change.requestIds.add(requestId);
}

/** How many of these claims are at risk by one of the rules. */
export async function countAtRisk(
  reader: Reader,
  ids: readonly ClaimId[],
  rules: readonly Rule[],
): Promise<number> {
  const rows = await reader.table(AtRisk).all({ claim_id: ids, rule: rules });
  return new Set(rows.map(({ claim_id }) => claim_id)).size;
}
