/** Ends when the network says it is back, after a while, or as soon as `end` is called. */
export function networkPause(ms: number): { readonly over: Promise<void>; end(): void } {
  let end = (): void => undefined;
  const over = new Promise<void>((resolve) => {
    const timer = setTimeout(() => end(), ms);
    end = () => {
      clearTimeout(timer);
      window.removeEventListener('online', end);
      resolve();
    };
    window.addEventListener('online', end);
  });
  return { over, end };
}
