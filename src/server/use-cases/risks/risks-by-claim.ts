import type { Side } from '@/core/checks/rules/rule';
import type { ClaimId } from '@/core/ids';
import type { Context } from '../../context/context';
import { riskSpeaker, type RiskRow } from './say-risks';
import { weatherRisks } from '../../repositories/weather/weather-risks';
import { crewRisks } from './crew-risks';
import { setupRisks } from './setup-risks';
import { RISKS_OF_REQUEST } from '../../repositories/requests/requests.queries';

/**
 * What puts booked dates to come in doubt, by claim: what befell them since (closures, stock, neighbours), the forecast,
 * and for the office what stands badly with services, crews and shifts. Each sentence once.
 */
export async function risksByClaim(
  { db: reader, viewer, clock }: Pick<Context, 'db' | 'viewer' | 'clock'>,
  side: Side,
): Promise<ReadonlyMap<ClaimId, readonly string[]>> {
  const found = new Map<ClaimId, Set<string>>();
  const add = (claim: ClaimId, sentences: readonly string[]) =>
    found.set(claim, new Set([...(found.get(claim) ?? []), ...sentences]));
  const now = clock.now();
  const befallen = await reader.all(RISKS_OF_REQUEST, { now });
  const speak = await riskSpeaker(reader, viewer, befallen, side);
  for (const risk of befallen) if (!isCrew(risk)) add(risk.claim, [speak(risk)]);
  for (const [claim, sentence] of await weatherRisks(reader, now)) add(claim, [sentence]);
  if (side === 'requester') return asLists(found);
  for (const [claim, sentences] of await setupRisks(reader, now)) add(claim, sentences);
  // As the week has it now; what was found as a shift changed counts only where the week does not say it.
  const crew = await crewRisks(reader, now);
  for (const [claim, sentences] of crew) add(claim, sentences);
  for (const risk of befallen) if (isCrew(risk) && !crew.has(risk.claim)) add(risk.claim, [speak(risk)]);
  return asLists(found);
}

const isCrew = ({ rule }: RiskRow): boolean => rule === 'crew-short';

const asLists = (found: ReadonlyMap<ClaimId, ReadonlySet<string>>): Map<ClaimId, string[]> =>
  new Map([...found].map(([claim, sentences]) => [claim, [...sentences]]));
