import { performance } from 'node:perf_hooks';

const MOST_AT_A_TIME_MS = 25;

/**
 * For long work in pieces: awaited after each piece, it lets others be answered in between as soon as this work has held
 * the process for 25 ms.
 */
export function lettingOthers(): () => Promise<void> {
  let since = performance.now();
  return async () => {
    if (performance.now() - since < MOST_AT_A_TIME_MS) return;
    await new Promise<void>((resolve) => setImmediate(resolve));
    since = performance.now();
  };
}
