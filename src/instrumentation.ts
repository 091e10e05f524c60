import type { Instrumentation } from 'next';

/** Called once when the server starts: opens the database and starts the scheduler before the first request. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { prepareIncomingRequests } = await import('./server/http/incoming-requests');
  prepareIncomingRequests();
  const { bringCatalogues } = await import('./server/platform/language/catalogues');
  bringCatalogues();
  const { endIfServedAlready } = await import('./server/platform/one-server');
  await endIfServedAlready();
  const { runtime } = await import('./server/http/runtime');
  await runtime();
}

/** What a page or route threw past our own code, in the log like all else: with the id its reply carries. */
export const onRequestError: Instrumentation.onRequestError = async (error, request, context) => {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { log } = await import('./server/platform/log');
  const id = request.headers['x-request-id'];
  log.error(
    { err: error, id, method: request.method, url: request.path, route: context.routePath },
    'a page failed',
  );
};
