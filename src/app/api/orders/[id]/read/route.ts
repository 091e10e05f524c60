import { readOrderSchema } from '@/contracts/work-orders/mark-order';
import { orderRoute } from '@/server/http/order-route';
import { readOrder } from '@/server/use-cases/work-orders/mark-order';

export const POST = orderRoute(readOrderSchema, readOrder);
