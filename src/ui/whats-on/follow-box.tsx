import { FEED_FORMATS, FEED_FORMAT_NAMES, type FeedFormat } from '@/contracts/publishing/feed-formats';
import { t } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';

interface FollowBoxProps {
  readonly name: string;
  readonly base: string;
  readonly link: string | null;
  readonly isForEveryone: boolean;
  addressOf(format: FeedFormat): string;
}

/** The addresses under which a calendar can be followed, and how to show it elsewhere. */
export function FollowBox({ name, base, link, isForEveryone, addressOf }: FollowBoxProps) {
  const isOpen = isForEveryone || link !== null;
  return (
    <section aria-label={t`Follow it`} className="no-print sheet mt-8 max-w-4xl p-4">
      <h2 className="pb-1 text-xl">{t`Follow ${name}`}</h2>
      {isOpen ? (
        <dl className="grid gap-x-4 gap-y-2 sm:grid-cols-[6rem_1fr]">
          {FEED_FORMAT_NAMES.map((format) => (
            <div key={format} className="contents">
              <dt className="font-semibold">
                <a href={addressOf(format)} aria-label={t`${FEED_FORMATS[format].label} feed of ${name}`}>
                  {FEED_FORMATS[format].label}
                </a>
              </dt>
              <dd>
                <code className="break-all">{addressOf(format)}</code>
                <span className="block text-note text-soft">{FEED_FORMATS[format].about}</span>
              </dd>
            </div>
          ))}
        </dl>
      ) : (
        <p>
          {t`It is not public, so programs need a private link of yours: `}
          <Link href="/whats-on/follow">{t`make one, or look it up`}</Link>.
        </p>
      )}
      {isForEveryone && (
        <p className="pt-3">
          <Link href={`${base}/embed`}>{t`Show it on another site`}</Link>
        </p>
      )}
    </section>
  );
}
