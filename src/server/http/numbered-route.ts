import { t } from '@/contracts/language/translate';
import type { z } from 'zod';
import { refuse, type Outcome } from '@/contracts/base/refusal';
import type { Action } from '../auth/policy';
import type { SignedInContext } from '../context/context';
import { signedIn, writeRoute, type ActionOf, type RouteParams } from './route';

interface NumberedRoute<Body, Value> {
  readonly action: Action | ActionOf;
  readonly body: z.ZodType<Body>;
  /** What the number in the address is of, for the refusal where it is no number: `such order`. */
  readonly what: string;
  run(ctx: SignedInContext, id: number, body: Body, params: RouteParams): Promise<Outcome<Value>>;
}

/** A POST about one thing, whose number stands in the address. */
export const numberedRoute = <Body, Value>({ action, body, what, run }: NumberedRoute<Body, Value>) =>
  writeRoute<Body, Value>({
    action,
    body,
    run: async (ctx, input, params) =>
      /^\d{1,15}$/.test(params.id ?? '')
        ? run(signedIn(ctx), Number(params.id), input, params)
        : refuse({ code: 'not-found', what: t(what) }),
  });
