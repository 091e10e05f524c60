import { t } from '@/contracts/language/translate';
import { FEED_FORMATS, FEED_FORMAT_NAMES, type FeedFormat } from '@/contracts/publishing/feed-formats';
import { feed } from '../use-cases/publishing/feeds/feed';
import type { FeedOf } from '../use-cases/publishing/feeds/source';
import { writtenForAll } from '../platform/ambient';
import { readRoute, refusalResponse, type RouteParams } from './route';

const formatOf = (file: string): FeedFormat | undefined =>
  FEED_FORMAT_NAMES.find((format) => file === `feed.${format}`);

/** `a` weak tag says the same as a strong one here: a proxy may have packed the text (RFC 9110 8.8.3). */
const known = (request: Request): string | null =>
  request.headers.get('if-none-match')?.replace(/^W\//, '') ?? null;

/** A GET of a feed in one of its formats; who holds what it is now gets no body. */
export const feedRoute = (of: (params: RouteParams, request: Request) => FeedOf) =>
  readRoute({
    action: 'whats-on.read',
    run: async (ctx, request, params) => {
      const format = formatOf(params.file ?? '');
      if (!format) return refusalResponse({ code: 'not-found', what: t`feed at this address` });
      // The same text for everybody who reads it, whatever they have chosen.
      const outcome = await writtenForAll(() => feed(ctx, of(params, request), format, known(request)));
      if (!outcome.ok) return refusalResponse(outcome.refusal);
      const { text, etag, source } = outcome.value;
      const headers = {
        ETag: etag,
        'Cache-Control': source.isForEveryone ? 'public, no-cache' : 'private, no-cache',
        ...(!source.isForEveryone && { 'X-Robots-Tag': 'noindex' }),
      };
      if (text === null) return new Response(null, { status: 304, headers });
      return new Response(text, {
        headers: {
          ...headers,
          'Content-Type': `${FEED_FORMATS[format].mediaType}; charset=utf-8`,
          'Content-Disposition': `inline; filename="${source.fileName}.${FEED_FORMATS[format].extension}"`,
        },
      });
    },
  });
