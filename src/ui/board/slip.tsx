import { X } from 'lucide-react';
import Link from 'next/link';
import type { ReactNode } from 'react';

/** What is picked, beside the work and never over it. Has an address: the page's own. */
export function Slip({
  title,
  closeHref,
  children,
}: {
  title: string;
  closeHref: string;
  children: ReactNode;
}) {
  return (
    <aside aria-label={title} className="sheet border-t-4 border-t-accent p-4 self-start lg:sticky lg:top-3">
      <div className="flex items-start justify-between gap-2">
        <h2 className="text-xl">{title}</h2>
        <Link
          prefetch={false}
          href={closeHref}
          scroll={false}
          aria-label="Put the slip away"
          className="press px-1.5 py-1"
        >
          <X size={16} aria-hidden="true" />
        </Link>
      </div>
      <div className="mt-2">{children}</div>
    </aside>
  );
}
