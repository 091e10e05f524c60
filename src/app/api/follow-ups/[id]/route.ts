import { followUpDoneSchema } from '@/contracts/event-setup';
import { orderRoute } from '@/server/http/order-route';
import { setFollowUpDone } from '@/server/use-cases/work-orders/event-deeds';

export const POST = orderRoute(followUpDoneSchema, setFollowUpDone);
