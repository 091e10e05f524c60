import type { Verdict } from '@/core/checks/findings';
import { VERDICT_WORDS } from '@/contracts/words/states';

// Told apart by word and by border, so that colour only helps: thin, dashed, heavy.
const LOOK: Readonly<Record<Verdict, string>> = {
  clear: 'border border-clear text-clear',
  look: 'border-2 border-dashed border-look text-look',
  clash: 'border-2 border-clash bg-clash text-paper',
};

const SHAPE = 'inline-block rounded-sm px-1.5 py-px text-small font-semibold whitespace-nowrap';

/** What the office is called for beside a verdict: told apart by its double border and by its words. */
export const CallStamp = ({ words }: { words: string }) => (
  <span className={`${SHAPE} border-4 border-double border-accent text-accent`}>{words}</span>
);

export function VerdictStamp({ verdict, count }: { verdict: Verdict; count?: number }) {
  return (
    <span className={`${SHAPE} ${LOOK[verdict]}`}>
      {count === undefined ? '' : `${count} `}
      {VERDICT_WORDS[verdict]}
    </span>
  );
}
