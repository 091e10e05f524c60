import type { ReactNode } from 'react';

interface BarProps {
  readonly title: ReactNode;
  /** How one goes on from what is shown, and what is done with it. */
  readonly children: ReactNode;
}

/** The head over something wide: what is shown, and how one goes on from there. */
export const Bar = ({ title, children }: BarProps) => (
  <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
    <h1 className="text-2xl">{title}</h1>
    {children}
  </div>
);

/** Buttons that belong together, as one. */
export const Steps = ({ label, children }: { label: string; children: ReactNode }) => (
  <div role="group" aria-label={label} className="no-print flex items-center gap-1.5">
    {children}
  </div>
);
