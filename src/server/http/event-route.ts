import type { z } from 'zod';
import type { MarkReply } from '@/contracts/work-orders/mark-order';
import { idOf, type OccurrenceId } from '@/core/ids';
import type { Outcome } from '@/contracts/base/refusal';
import type { SignedInContext } from '../context/context';
import { orderRoute } from './order-route';

/** A POST about one date, whose number stands in the address. */
export const eventRoute = <Body>(
  body: z.ZodType<Body>,
  run: (ctx: SignedInContext, id: OccurrenceId, body: Body) => Promise<Outcome<MarkReply>>,
) => orderRoute(body, (ctx, id, input) => run(ctx, idOf<OccurrenceId>(id), input));
