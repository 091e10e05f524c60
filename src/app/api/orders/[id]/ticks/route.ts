import { tickOrderSchema } from '@/contracts/work-orders/mark-order';
import { orderRoute } from '@/server/http/order-route';
import { tickOrder } from '@/server/use-cases/work-orders/mark-order';

export const POST = orderRoute(tickOrderSchema, tickOrder);
