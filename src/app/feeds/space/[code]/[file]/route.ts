import { feedRoute } from '@/server/http/feed-route';

export const GET = feedRoute(({ code }) => ({ kind: 'space', code: code! }));
