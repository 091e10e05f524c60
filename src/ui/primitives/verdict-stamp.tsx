import type { Verdict } from '@/core/checks/findings';
import { VERDICT_WORDS } from '@/contracts/words/states';

// Told apart by word and by border, so that colour only helps: thin, dashed, heavy.
const LOOK: Readonly<Record<Verdict, string>> = {
  clear: 'border border-clear text-clear',
  look: 'border-2 border-dashed border-look text-look',
  clash: 'border-2 border-clash bg-clash text-paper',
};

export function VerdictStamp({ verdict, count }: { verdict: Verdict; count?: number }) {
  return (
    <span
      className={`inline-block rounded-sm px-1.5 py-px text-[0.82rem] font-semibold whitespace-nowrap ${LOOK[verdict]}`}
    >
      {count === undefined ? '' : `${count} `}
      {VERDICT_WORDS[verdict]}
    </span>
  );
}
