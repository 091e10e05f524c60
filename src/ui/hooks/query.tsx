'use client';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { isErrorReply, unreachable } from './send';

/** What is read again while it is seen counts as fresh for so long. */
const FRESH_MS = 5000;

// The service worker answers without a network: what can be read then is its business.
const fresh = () =>
  new QueryClient({
    defaultOptions: {
      queries: { staleTime: FRESH_MS, retry: 1, networkMode: 'always', refetchOnWindowFocus: false },
      mutations: { retry: false, networkMode: 'always' },
    },
  });

/** Through which the browser reads and sends: what was read stands while it is read again. */
export function QueryProvider({ children }: { children: ReactNode }) {
  const [client] = useState(fresh);
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
}

/**
 * Reads again what pages show. What of the office changes seldom is left as it is unless it has changed: the board's
 * spaces and rules are the most there is to read.
 */
export const readAgain = (client: QueryClient, hasOfficeChanged = false): void =>
  void client.invalidateQueries({
    predicate: ({ queryKey: [name, part] }) => name !== 'news' && (hasOfficeChanged || part !== 'office'),
  });

/**
 * Reads JSON from a route of ours.
 * @throws Error where it is refused, with the sentence of the refusal, or cannot be reached
 */
export async function readJson<Value>(url: string, signal?: AbortSignal): Promise<Value> {
  const reply = await fetch(url, { signal });
  const body: unknown = await reply.json();
  if (!reply.ok) throw new Error(isErrorReply(body) ? body.error.message : unreachable.message);
  return body as Value;
}
