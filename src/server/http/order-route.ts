import { t } from '@/contracts/language/translate';
import type { z } from 'zod';
import type { MarkReply } from '@/contracts/work-orders/mark-order';
import type { Outcome } from '@/contracts/base/refusal';
import type { SignedInContext } from '../context/context';
import { numberedRoute } from './numbered-route';

/** A POST by which the crew or the office does something to one order, or to one problem of it. */
export const orderRoute = <Body>(
  body: z.ZodType<Body>,
  run: (ctx: SignedInContext, id: number, body: Body) => Promise<Outcome<MarkReply>>,
) => numberedRoute({ action: 'order.mark', body, what: t`such work order`, run });
