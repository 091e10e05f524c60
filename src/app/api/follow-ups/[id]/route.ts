import { followUpDoneSchema } from '@/contracts/work-orders/event-setup';
import { orderRoute } from '@/server/http/order-route';
import { setFollowUpDone } from '@/server/use-cases/work-orders/event-commands';

export const POST = orderRoute(followUpDoneSchema, setFollowUpDone);
