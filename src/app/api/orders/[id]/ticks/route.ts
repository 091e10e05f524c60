import { tickOrderSchema } from '@/contracts/mark-order';
import { orderRoute } from '@/server/http/order-route';
import { tickOrder } from '@/server/use-cases/set-up/mark-order';

export const POST = orderRoute(tickOrderSchema, tickOrder);
