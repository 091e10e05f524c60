'use client';
import { Disclosure } from '@/ui/kit/disclosure';
import { t } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import { useEffect, useRef } from 'react';
import type { News } from '@/contracts/requests/talk';
import { send } from '@/ui/hooks/send';
import { whoDid } from '@/contracts/words/history';

const FIRST = 6;

/** What others did to one's requests; what is shown is read, and stays marked as new until the page is left. */
export function NewsList({ news }: { news: News }) {
  const isTold = useRef(false);
  const { unread, upTo } = news;
  useEffect(() => {
    if (isTold.current || !unread) return;
    isTold.current = true;
    void send('POST', '/api/own/news', upTo);
  }, [unread, upTo]);
  if (!news.lines.length) return null;
  const line = ({ reference, title, who, what, when, isNew }: News['lines'][number], index: number) => (
    <li key={index} className="flex flex-wrap gap-x-3 border-b border-rule py-1.5">
      <span className="w-48 text-soft">{when}</span>
      <span className="min-w-0 flex-1">
        {isNew && <strong className="mr-2 border border-accent px-1 text-small text-accent">{t`new`}</strong>}
        {whoDid(who, what)}: <Link href={`/requests/${reference}`}>{title}</Link>
      </span>
    </li>
  );
  // Nothing new is hidden.
  const shown = Math.max(FIRST, news.lines.findLastIndex(({ isNew }) => isNew) + 1);
  const rest = news.lines.slice(shown);
  return (
    <section aria-label={t`What happened`} className="mb-4">
      <h2 className="pb-1 text-xl">{t`What happened`}</h2>
      <ul>{news.lines.slice(0, shown).map(line)}</ul>
      {rest.length > 0 && (
        <Disclosure summary={t`Earlier`}>
          <ul>{rest.map(line)}</ul>
        </Disclosure>
      )}
    </section>
  );
}
