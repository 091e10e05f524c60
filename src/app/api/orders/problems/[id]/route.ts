import { solveProblemSchema } from '@/contracts/work-orders/mark-order';
import { orderRoute } from '@/server/http/order-route';
import { solveProblem } from '@/server/use-cases/work-orders/note-order';

export const POST = orderRoute(solveProblemSchema, (ctx, id, { key }) => solveProblem(ctx, id, key));
