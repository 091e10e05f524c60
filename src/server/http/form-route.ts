import type { z } from 'zod';
import type { Action } from '../auth/policy';
import type { Context } from '../context/context';
import { readForm } from './body';
import { answer, refusalResponse, writerFor } from './route';

/** The page that follows a form. */
export function goOnTo(path: string, more?: HeadersInit): Response {
  const headers = new Headers(more);
  headers.set('Location', path);
  headers.set('Cache-Control', 'no-store');
  return new Response(null, { status: 303, headers });
}

interface FormRoute<Body> {
  readonly action: Action;
  readonly body: z.ZodType<Body>;
  run(ctx: Context, body: Body): Promise<{ readonly path: string; readonly headers?: HeadersInit }>;
}

/** A POST of a form by a browser without scripts: what comes of it is the page it goes on to. */
export const formRoute =
  <Body>({ action, body, run }: FormRoute<Body>) =>
  (request: Request): Promise<Response> =>
    answer(request, async () => {
      const ctx = await writerFor(request, action);
      if (!ctx.ok) return refusalResponse(ctx.refusal);
      const parsed = await readForm(request, body);
      if (!parsed.ok) return refusalResponse(parsed.refusal);
      const { path, headers } = await run(ctx.value, parsed.value);
      return goOnTo(path, headers);
    });
