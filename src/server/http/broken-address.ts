import { channel } from 'node:diagnostics_channel';
import type { IncomingMessage } from 'node:http';

const NO_SUCH_PAGE = '/no-such-page';

function canBeRead(address: string): boolean {
  try {
    decodeURIComponent(address);
    return true;
  } catch {
    return false;
  }
}

/**
 * The address in the place of one whose escapes stand for nothing (`/places/%E0%A4%A`): there is no such page. Next itself
 * fails at it, with a 500 and before any of our code.
 */
export function readableAddress(url: string): string {
  const [path = ''] = url.split('?', 1);
  return canBeRead(path) ? url : NO_SUCH_PAGE;
}

/** From now on no broken address reaches Next: Node tells of each request before anybody answers it. */
export function mendBrokenAddresses(): void {
  channel('http.server.request.start').subscribe((message) => {
    const { request } = message as { request: IncomingMessage };
    request.url = readableAddress(request.url ?? '/');
  });
}
