import { t } from '@/contracts/language/translate';
import { cookies } from 'next/headers';
import type { z } from 'zod';
import { done, refuse, type Outcome, type Refusal } from '@/contracts/base/refusal';
import { errorReply } from '@/contracts/words/refusals';
import { ONLY_FOR, permissionFor, type Action } from '../auth/policy';
import type { Context } from '../context/context';
import { log } from '../platform/log';
import { refusalOf } from '../db/refusal-of-error';
import { runtime } from './runtime';
import { publicOrigin } from '../platform/settings';
import { readBody } from './body';
import { readQuery } from './query';
import { REQUEST_ID_HEADER, SOURCE_HEADER } from './incoming-requests';
import { isSetUp } from './set-up';
import { personOfCookie, SESSION_COOKIE } from './session-cookie';
import { STATUS } from './statuses';

export { signedIn } from '../context/context';

export type RouteParams = Readonly<Record<string, string>>;
type NextContext = { readonly params: Promise<RouteParams> };

const REPLY_HEADERS = { 'Cache-Control': 'no-store' };

export const refusalResponse = (refusal: Refusal): Response =>
  Response.json(errorReply(refusal), { status: STATUS[refusal.code], headers: REPLY_HEADERS });

/** Browsers send Origin with everything that is not a plain GET; what has none or another one is not ours. */
function isSameOrigin(request: Request): boolean {
  const origin = request.headers.get('origin');
  if (!origin || !URL.canParse(origin)) return false;
  const expected = publicOrigin();
  return expected
    ? origin === new URL(expected).origin
    : new URL(origin).host === request.headers.get('host');
}

async function contextFor(request: Request, action: Action): Promise<Outcome<Context>> {
  const session = (await cookies()).get(SESSION_COOKIE)?.value;
  const { base } = await runtime();
  if (action !== 'office.start' && !(await isSetUp(base.db))) return refuse({ code: 'not-set-up' });
  const viewer = await personOfCookie(base.db, session);
  const permission = permissionFor(action, viewer);
  if (permission === 'sign-in-first') return refuse({ code: 'sign-in-first' });
  if (permission === 'not-allowed') return refuse({ code: 'not-allowed', what: ONLY_FOR[action] });
  const source = request.headers.get(SOURCE_HEADER) ?? undefined;
  return done({ ...base, viewer, source, signal: request.signal });
}

/** Who writes, and whether they may: from our own pages alone. */
export async function writerFor(request: Request, action: Action | null): Promise<Outcome<Context>> {
  if (!isSameOrigin(request)) return refuse({ code: 'cross-site' });
  return action ? contextFor(request, action) : refuse({ code: 'not-found', what: t`such entry` });
}

/** Writes what happened to the log, under the id that the reply carries too. */
function failed(request: Request, error: unknown, what: string): Refusal {
  const id = request.headers.get(REQUEST_ID_HEADER) ?? 'none';
  log.error({ err: error, id, method: request.method, url: request.url }, what);
  return { code: 'failed', id };
}

export async function answer(request: Request, work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    return refusalResponse(refusalOf(error) ?? failed(request, error, 'a request failed'));
  }
}

interface ReadRoute {
  readonly action: Action;
  run(ctx: Context, request: Request, params: RouteParams): Promise<Response>;
}

/** A GET: permission, one use case, reply. */
export const readRoute =
  ({ action, run }: ReadRoute) =>
  (request: Request, { params }: NextContext): Promise<Response> =>
    answer(request, async () => {
      const ctx = await contextFor(request, action);
      return ctx.ok ? run(ctx.value, request, await params) : refusalResponse(ctx.refusal);
    });

/** Of an action that depends on what the address names; null where there is no such thing. */
export type ActionOf = (params: RouteParams) => Action | null;

interface WriteRoute<Body, Value> {
  readonly action: Action | ActionOf;
  readonly body: z.ZodType<Body>;
  run(ctx: Context, body: Body, params: RouteParams): Promise<Outcome<Value>>;
  /** Headers of a reply that succeeded. */
  headers?(value: Value): Promise<HeadersInit>;
  /** What of the value is sent; all of it unless said otherwise. */
  reply?(value: Value): unknown;
}

/** A POST: same origin, permission, body, one use case, reply. */
export const writeRoute =
  <Body, Value>({ action, body, run, headers, reply = (value) => value }: WriteRoute<Body, Value>) =>
  (request: Request, { params }: NextContext): Promise<Response> =>
    answer(request, async () => {
      const named = await params;
      const ctx = await writerFor(request, typeof action === 'function' ? action(named) : action);
      if (!ctx.ok) return refusalResponse(ctx.refusal);
      const parsed = await readBody(request, body);
      if (!parsed.ok) return refusalResponse(parsed.refusal);
      const outcome = await run(ctx.value, parsed.value, named);
      if (!outcome.ok) return refusalResponse(outcome.refusal);
      const replied = new Headers(await headers?.(outcome.value));
      for (const [name, value] of Object.entries(REPLY_HEADERS)) replied.set(name, value);
      return Response.json(reply(outcome.value), { headers: replied });
    });

interface StreamRoute<Body, Line> {
  readonly action: Action;
  readonly body: z.ZodType<Body>;
  run(ctx: Context, body: Body): Promise<Outcome<AsyncGenerator<Line>>>;
}

/** Lines of JSON as they come. What fails on the way is a last line: the status is long sent by then. */
function linesOf<Line>(lines: AsyncGenerator<Line>, request: Request): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  return new ReadableStream({
    async pull(controller) {
      try {
        const { value, done: isDone } = await lines.next();
        if (isDone) controller.close();
        else controller.enqueue(encoder.encode(`${JSON.stringify(value)}\n`));
      } catch (error) {
        const { message } = errorReply(failed(request, error, 'a request failed on its way')).error;
        controller.enqueue(encoder.encode(`${JSON.stringify({ line: 'failed', message })}\n`));
        controller.close();
      }
    },
    async cancel() {
      await lines.return(undefined);
    },
  });
}

/** A POST that only reads and answers line by line; it ends when nobody listens any more. */
export const streamRoute =
  <Body, Line>({ action, body, run }: StreamRoute<Body, Line>) =>
  (request: Request): Promise<Response> =>
    answer(request, async () => {
      const ctx = await writerFor(request, action);
      if (!ctx.ok) return refusalResponse(ctx.refusal);
      const parsed = await readBody(request, body);
      if (!parsed.ok) return refusalResponse(parsed.refusal);
      const outcome = await run(ctx.value, parsed.value);
      if (!outcome.ok) return refusalResponse(outcome.refusal);
      return new Response(linesOf(outcome.value, request), {
        headers: { ...REPLY_HEADERS, 'Content-Type': 'application/x-ndjson', 'X-Accel-Buffering': 'no' },
      });
    });

interface UploadRoute<Query, Value> {
  readonly action: Action;
  readonly query: z.ZodType<Query>;
  run(ctx: Context, query: Query, body: ReadableStream<Uint8Array> | null): Promise<Outcome<Value>>;
}

/** A POST whose body is a file, whatever it is; what it says of itself stands in the address. */
export const uploadRoute =
  <Query, Value>({ action, query, run }: UploadRoute<Query, Value>) =>
  (request: Request): Promise<Response> =>
    answer(request, async () => {
      const ctx = await writerFor(request, action);
      if (!ctx.ok) return refusalResponse(ctx.refusal);
      const parsed = readQuery(request, query);
      if (!parsed.ok) return refusalResponse(parsed.refusal);
      const outcome = await run(ctx.value, parsed.value, request.body);
      if (!outcome.ok) return refusalResponse(outcome.refusal);
      return Response.json(outcome.value, { headers: REPLY_HEADERS });
    });
