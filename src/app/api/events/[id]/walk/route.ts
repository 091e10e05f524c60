import { walkSchema } from '@/contracts/work-orders/event-setup';
import { eventRoute } from '@/server/http/event-route';
import { walkThrough } from '@/server/use-cases/work-orders/event-commands';

export const POST = eventRoute(walkSchema, walkThrough);
