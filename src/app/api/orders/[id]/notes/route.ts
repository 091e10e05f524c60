import { noteOrderSchema } from '@/contracts/work-orders/mark-order';
import { orderRoute } from '@/server/http/order-route';
import { noteOrder } from '@/server/use-cases/work-orders/note-order';

export const POST = orderRoute(noteOrderSchema, noteOrder);
