import type { Verdict } from '@/core/checks/findings';
import { VERDICT_WORDS } from '@/contracts/words/states';
import { Stamp } from './stamp';

/** What the office is called for beside a verdict. */
export const CallStamp = ({ words }: { words: string }) => <Stamp look="call">{words}</Stamp>;

export const VerdictStamp = ({ verdict, count }: { verdict: Verdict; count?: number }) => (
  <Stamp look={verdict}>
    {count === undefined ? '' : `${count} `}
    {VERDICT_WORDS[verdict]}
  </Stamp>
);
