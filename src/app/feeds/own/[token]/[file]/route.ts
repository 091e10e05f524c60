import { feedRoute } from '@/server/http/feed-route';

export const GET = feedRoute(({ token }) => ({ kind: 'own', token: token! }));
