'use client';
import { t } from '@/contracts/language/translate';
import { useQueryClient } from '@tanstack/react-query';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import type { NewsBy, NewsReply } from '@/contracts/history/news';
import { useNews } from '@/ui/hooks/news';
import { readAgain } from '@/ui/hooks/query';
import Link from '@/ui/kit/link';

/** Pages that are made on the server of what others change; what is drawn of what was read follows by itself. */
const FOLLOWING = /^\/(desk|requests|work-orders|consents)(\/|$)/;
const TOLD_MS = 20_000;

function useFollow(news: NewsReply | undefined): NewsBy | null {
  const client = useQueryClient();
  const router = useRouter();
  const path = usePathname();
  const seen = useRef<NewsReply | undefined>(undefined);
  const [told, setTold] = useState<NewsBy | null>(null);
  useEffect(() => {
    const before = seen.current;
    if (!news || before?.version === news.version) return;
    seen.current = news;
    if (!before) return;
    readAgain(client, before.office !== news.office);
    // What is typed stands in the fields and stays there.
    if (FOLLOWING.test(path)) router.refresh();
    setTold(news.by);
  }, [news, client, router, path]);
  useEffect(() => {
    if (!told) return;
    const timer = setTimeout(() => setTold(null), TOLD_MS);
    return () => clearTimeout(timer);
  }, [told]);
  return told;
}

/** Takes in what others have changed without a reload, and says to the office who did what. */
export function StayCurrent({ everyMs }: { everyMs: number }) {
  const told = useFollow(useNews(everyMs));
  return (
    <div role="status" className="no-print">
      {told && (
        <p className="sheet fixed right-4 bottom-4 z-40 max-w-md border-l-4 border-l-accent px-4 py-2 shadow-lg">
          {t`${told.who}, just now: ${told.what}.`}{' '}
          {told.reference && (
            <Link className="font-semibold" href={`/desk/${told.reference}`}>
              {told.reference}
            </Link>
          )}
        </p>
      )}
    </div>
  );
}
