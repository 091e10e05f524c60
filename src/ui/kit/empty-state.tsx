import type { ReactNode } from 'react';

/** Why a list is empty, and what leads on. */
export const EmptyState = ({ children, action }: { children: ReactNode; action?: ReactNode }) => (
  <div className="sheet p-6 text-lg">
    <p>{children}</p>
    {action && <p className="flex flex-wrap gap-2 pt-2">{action}</p>}
  </div>
);
