import type { z } from 'zod';
import type { MarkReply } from '@/contracts/mark-order';
import { refuse, type Outcome } from '@/contracts/refusal';
import type { Action } from '../auth/policy';
import type { SignedInContext } from '../context';
import { signedIn, writeRoute } from './route';

/** A POST about one order, or one problem, whose number stands in the address. */
export const orderRoute = <Body>(
  action: Action,
  body: z.ZodType<Body>,
  run: (ctx: SignedInContext, id: number, body: Body) => Promise<Outcome<MarkReply>>,
) =>
  writeRoute<Body, MarkReply>({
    action,
    body,
    run: async (ctx, input, { id }) =>
      /^\d{1,15}$/.test(id ?? '')
        ? run(signedIn(ctx), Number(id), input)
        : refuse({ code: 'not-found', what: 'such order' }),
  });
