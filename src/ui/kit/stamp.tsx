import type { ReactNode } from 'react';

// Told apart by word and by border, so that colour only helps: thin, dashed, heavy, double.
const LOOK = {
  clear: 'border border-clear text-clear',
  warning: 'border-2 border-dashed border-warning text-warning',
  conflict: 'border-2 border-conflict bg-conflict text-paper',
  call: 'border-4 border-double border-accent text-accent',
  quiet: 'border border-rule text-soft',
} as const;

export type StampLook = keyof typeof LOOK;

/** One or two words on what something is. */
export const Stamp = ({ look, children }: { look: StampLook; children: ReactNode }) => (
  <span
    className={`inline-block rounded-sm px-1.5 py-px text-small font-semibold whitespace-nowrap ${LOOK[look]}`}
  >
    {children}
  </span>
);
