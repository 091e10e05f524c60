const BASE = 'http://here.invalid';

/**
 * The path to go on to, where it is one of this application; else `/`. Browsers drop tabs and line ends and take `\` for
 * `/`, so the same parser decides that they use, and what it read is what is given on.
 */
export function ownPath(next: unknown): string {
  if (typeof next !== 'string' || !next.startsWith('/') || !URL.canParse(next, BASE)) return '/';
  const { origin, pathname, search, hash } = new URL(next, BASE);
  // `/.//elsewhere` is a path of ours that a browser would read as another host.
  return origin === BASE && !pathname.startsWith('//') ? `${pathname}${search}${hash}` : '/';
}
