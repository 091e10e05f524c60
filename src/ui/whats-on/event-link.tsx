import type { ReactNode } from 'react';
import Link from '@/ui/kit/link';

interface EventLinkProps {
  readonly href: string;
  readonly isFramed: boolean;
  readonly className?: string;
  readonly children: ReactNode;
}

/** Leads to a page here; from within a page of another site it opens a window, since no other page may be framed. */
export function EventLink({ href, isFramed, className, children }: EventLinkProps) {
  return isFramed ? (
    <a href={href} target="_blank" rel="noopener" className={className}>
      {children}
    </a>
  ) : (
    <Link href={href} className={className}>
      {children}
    </Link>
  );
}
