import type { Verdict } from '@/core/checks/findings';
import { t } from '@/contracts/language/translate';
import { VERDICT_WORDS } from '@/contracts/words/states';
import { countText } from '@/contracts/words/when';
import { Stamp } from './stamp';

/** What the office is called for beside a verdict. */
export const CallStamp = ({ words }: { words: string }) => <Stamp look="call">{words}</Stamp>;

const counted = (verdict: Verdict, count: number): string => {
  if (verdict === 'clear') return t`${count} clear`;
  return verdict === 'warning'
    ? countText(count, 'warning', 'warnings')
    : countText(count, 'conflict', 'conflicts');
};

/** One verdict, or how many dates have it. */
export const VerdictStamp = ({ verdict, count }: { verdict: Verdict; count?: number }) => (
  <Stamp look={verdict}>{count === undefined ? VERDICT_WORDS[verdict] : counted(verdict, count)}</Stamp>
);
