import { t } from '@/contracts/language/translate';
import type { DeskLine } from '@/contracts/decisions/desk';
import { countText } from '@/contracts/words/when';
import { CallStamp, VerdictStamp } from '@/ui/kit/verdict-stamp';

const VERDICTS = ['clear', 'warning', 'conflict'] as const;

/** How the dates that wait stand, and what else calls for the office. */
export function LineStamps({ line }: { line: DeskLine }) {
  const present = VERDICTS.filter((verdict) => line.verdicts[verdict] > 0);
  const total = present.reduce((sum, verdict) => sum + line.verdicts[verdict], 0);
  return (
    <span className="flex flex-wrap gap-1">
      {present.map((verdict) => (
        <VerdictStamp
          key={verdict}
          verdict={verdict}
          count={total > 1 ? line.verdicts[verdict] : undefined}
        />
      ))}
      {line.offered > 0 && <CallStamp words={t`${line.offered} offered`} />}
      {line.consentRefused > 0 && (
        <CallStamp words={total > 1 ? t`${line.consentRefused} refused consent` : t`consent refused`} />
      )}
      {line.changesWanted > 0 && (
        <CallStamp words={countText(line.changesWanted, 'change wanted', 'changes wanted')} />
      )}
      {line.atRisk > 0 && <CallStamp words={t`${line.atRisk} at risk`} />}
      {line.rivals > 0 && (
        <span className="text-fine text-warning">{t`${countText(line.rivals, 'other wants', 'others want')} the space`}</span>
      )}
    </span>
  );
}
