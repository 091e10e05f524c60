import { feedRoute } from '@/server/http/feed-route';

export const GET = feedRoute(({ slug }, request) => ({
  kind: 'calendar',
  slug: slug!,
  token: new URL(request.url).searchParams.get('link'),
}));
