import { t } from '@/contracts/language/translate';
import type { Finding } from '@/core/checks/findings';
import type { Side } from '@/core/checks/rules/rule';
import type { Context } from '../../context/context';
import type { Reader } from '../../db/connection';
import { readJson } from '../../db/tables/column';
import type { AtRisk } from '../../db/tables/claims';
import type { RowOf } from '../../db/tables/table';
import { siteZone } from '../../repositories/world/space-facts';
import { speakerFor } from '../checks/verdicts';

/** What befell a date, as it is kept. */
export type RiskRow = Pick<RowOf<typeof AtRisk>, 'rule' | 'sentence' | 'finding'>;

function findingOf({ finding }: RiskRow): Finding | null {
  const found = finding && readJson(finding);
  return found ? { key: '', ...found } : null;
}

/** Says risks in the language of whoever reads them, with the titles they may know. */
export async function riskSpeaker(
  reader: Reader,
  viewer: Context['viewer'],
  rows: readonly RiskRow[],
  side: Side,
): Promise<(row: RiskRow) => string> {
  const findings = rows.flatMap((row) => findingOf(row) ?? []);
  const speaker = await speakerFor(reader, viewer, { tzid: await siteZone(reader) }, findings, side);
  return (row) => {
    const finding = findingOf(row);
    if (finding) return speaker.say(finding);
    if (row.rule === 'shoulder-lost')
      return t`The event it shared its set-up with is gone, and the minutes it would need for setting or clearing are taken by now. Move one of them, or agree on less time.`;
    // Of before, where only the sentence was kept.
    return row.sentence;
  };
}
