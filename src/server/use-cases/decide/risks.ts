import type { ClaimId } from '@/core/ids';
import type { LocalDateTime } from '@/core/time/local-time';
import type { RiskLine } from '@/contracts/desk';
import { spanText } from '@/contracts/words/when';
import type { Context } from '../../context';
import { setupRisks } from '../set-up/setup-risks';
import { weatherRisks } from '../../weather/weather-risks';

interface RiskRow {
  readonly claim: ClaimId;
  readonly reference: string;
  readonly title: string;
  readonly startLocal: LocalDateTime;
  readonly endLocal: LocalDateTime;
  readonly places: string | null;
  readonly sentences: readonly string[];
}

const RISKS = `
SELECT json_group_array(json_object('reference', r.ref, 'title', r.title, 'startLocal', c.start_local, 'endLocal', c.end_local,
  'places', (SELECT group_concat(s.name, ' + ') FROM claim_space x JOIN space s ON s.id = x.space_id WHERE x.claim_id = c.id),
  'claim', c.id, 'sentences', (SELECT json_group_array(k.sentence) FROM at_risk k WHERE k.claim_id = c.id)) ORDER BY c.start_min) AS json
FROM claim c JOIN occurrence o ON o.standing_id = c.id JOIN request r ON r.id = o.request_id
WHERE c.status = 'in-force' AND c.end_min > $now AND (c.id IN (SELECT claim_id FROM at_risk) OR c.id IN (SELECT value FROM json_each($others)))`;

/** Booked dates to come that something has befallen, soonest first. */
export async function risks({ db, clock }: Context): Promise<RiskLine[]> {
  const now = clock.now();
  const weather = await weatherRisks(db, now);
  const setup = await setupRisks(db, now);
  const others = JSON.stringify([...weather.keys(), ...setup.keys()]);
  const rows = await db.json<RiskRow[]>(RISKS, { now, others });
  return rows.map(({ claim, reference, title, startLocal, endLocal, places, sentences }) => ({
    reference,
    title,
    when: spanText(startLocal, endLocal),
    places: places ?? '',
    sentence: [...sentences, weather.get(claim), ...(setup.get(claim) ?? [])].filter(Boolean).join(' '),
  }));
}
