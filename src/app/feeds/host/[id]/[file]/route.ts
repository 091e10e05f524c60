import { feedRoute } from '@/server/http/feed-route';

export const GET = feedRoute(({ id }) => ({ kind: 'host', id: /^\d{1,9}$/.test(id!) ? Number(id) : 0 }));
