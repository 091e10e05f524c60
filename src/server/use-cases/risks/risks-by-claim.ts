import type { Side } from '@/core/checks/findings';
import type { ClaimId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { Reader } from '../../db/connection';
import { weatherRisks } from '../../repositories/weather/weather-risks';
import { crewRisks } from './crew-risks';
import { setupRisks } from './setup-risks';
import { RISKS_OF_REQUEST } from '../../repositories/requests/requests.queries';

/**
 * What puts booked dates to come in doubt, by claim: what befell them since (closures, stock, neighbours), the forecast,
 * and for the office what stands badly with services, crews and shifts. Each sentence once.
 */
export async function risksByClaim(
  reader: Reader,
  now: EpochMinute,
  side: Side,
): Promise<ReadonlyMap<ClaimId, readonly string[]>> {
  const found = new Map<ClaimId, Set<string>>();
  const add = (claim: ClaimId, sentences: readonly string[]) =>
    found.set(claim, new Set([...(found.get(claim) ?? []), ...sentences]));
  const befallen = await reader.all(RISKS_OF_REQUEST, { now });
  for (const { claim, isCrew, sentence } of befallen) if (!isCrew) add(claim, [sentence]);
  for (const [claim, sentence] of await weatherRisks(reader, now)) add(claim, [sentence]);
  if (side === 'requester') return asLists(found);
  for (const [claim, sentences] of await setupRisks(reader, now)) add(claim, sentences);
  // As the week has it now; what was found as a shift changed counts only where the week does not say it.
  const crew = await crewRisks(reader, now);
  for (const [claim, sentences] of crew) add(claim, sentences);
  for (const { claim, isCrew, sentence } of befallen) if (isCrew && !crew.has(claim)) add(claim, [sentence]);
  return asLists(found);
}

const asLists = (found: ReadonlyMap<ClaimId, ReadonlySet<string>>): Map<ClaimId, string[]> =>
  new Map([...found].map(([claim, sentences]) => [claim, [...sentences]]));
