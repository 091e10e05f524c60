import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { send, type Sent } from './send';

// Long enough that what is being typed is not asked about letter by letter.
const PAUSE_MS = 250;

const pause = (signal: AbortSignal): Promise<void> =>
  new Promise((resolve, reject) => {
    const timer = setTimeout(resolve, PAUSE_MS);
    signal.addEventListener('abort', () => {
      clearTimeout(timer);
      reject(new Error('superseded'));
    });
  });

interface AskedOptions {
  /** The answer of before stands until the next is there; else nothing does. */
  readonly keepsLast?: boolean;
  /** What is put into each asking beside the body. */
  more?(): object;
}

/**
 * What the server says about something that is being typed, asked by POST: what is typed on supersedes what was asked.
 * Undefined while it is asked and where `body` is null.
 */
export function useAsked<Value>(
  url: string,
  body: object | null,
  { keepsLast = false, more }: AskedOptions = {},
): Sent<Value> | undefined {
  const text = JSON.stringify(body);
  const { data } = useQuery({
    queryKey: ['asked', url, text],
    queryFn: async ({ signal }) => {
      await pause(signal);
      return send<Value>('POST', url, { ...(JSON.parse(text) as object), ...more?.() }, signal);
    },
    enabled: body !== null,
    staleTime: 0,
    gcTime: 0,
    retry: false,
    placeholderData: keepsLast ? keepPreviousData : undefined,
  });
  return body ? data : undefined;
}
