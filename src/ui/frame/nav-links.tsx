'use client';
import { t } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import { usePathname } from 'next/navigation';

export interface NavItem {
  readonly href: string;
  readonly label: string;
  readonly count?: number;
  /** What is counted. */
  readonly countWords?: string;
}

const isHere = (path: string, href: string): boolean =>
  href === '/' ? path === '/' : path === href || path.startsWith(`${href}/`);

export function NavLinks({ items }: { items: readonly NavItem[] }) {
  const path = usePathname();
  return (
    <nav aria-label={t`Main`} className="flex flex-wrap gap-x-1">
      {items.map(({ href, label, count, countWords }) => (
        <Link
          key={href}
          href={href}
          aria-current={isHere(path, href) ? 'page' : undefined}
          className="border-b-[3px] border-transparent px-2 pt-2 pb-1.5 font-semibold no-underline hover:border-strong-rule aria-[current]:border-accent"
        >
          {label}
          {count ? (
            <span className="ml-1.5 bg-accent px-1.5 text-small text-on-accent">
              {count}
              <span className="sr-only"> {countWords}</span>
            </span>
          ) : null}
        </Link>
      ))}
    </nav>
  );
}
