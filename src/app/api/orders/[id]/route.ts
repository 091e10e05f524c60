import { markOrderSchema } from '@/contracts/work-orders/mark-order';
import { orderRoute } from '@/server/http/order-route';
import { markOrder } from '@/server/use-cases/work-orders/mark-order';

export const POST = orderRoute(markOrderSchema, markOrder);
