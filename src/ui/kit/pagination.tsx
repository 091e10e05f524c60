import { t } from '@/contracts/language/translate';
import { ButtonLink } from './button';

interface PaginationProps {
  /** From 1. */
  readonly page: number;
  readonly pages: number;
  hrefOf(page: number): string;
}

/** The way through a long list page by page: links, so that each page has its address and works without scripts. */
export function Pagination({ page, pages, hrefOf }: PaginationProps) {
  if (pages < 2) return null;
  return (
    <nav aria-label={t`Pages`} className="no-print flex flex-wrap items-center gap-2 py-2">
      {page > 1 && <ButtonLink href={hrefOf(page - 1)}>{t`Page before`}</ButtonLink>}
      <span className="px-1">{t`Page ${page} of ${pages}`}</span>
      {page < pages && <ButtonLink href={hrefOf(page + 1)}>{t`Page after`}</ButtonLink>}
    </nav>
  );
}
