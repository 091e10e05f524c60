import { randomBytes } from 'node:crypto';
import { channel } from 'node:diagnostics_channel';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { trustedProxyHeader } from '../settings';

const NO_SUCH_PAGE = '/no-such-page';

/** Set by this file on every request, over whatever the sender wrote there. */
export const SOURCE_HEADER = 'x-calendario-source';
export const REQUEST_ID_HEADER = 'x-request-id';

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

const IPV4_IN_IPV6 = /^::ffff:(?=\d+\.)/i;
/** An IPv6 customer is given at least a /64 (RFC 6177, value from memory): its addresses are one source. */
const GROUPS_OF_A_NETWORK = 4;

/** `203.0.113.7` as it is; of an IPv6 address the network it is in (`2001:db8:1:2`). */
export function networkOf(address: string): string {
  const plain = address.trim().replace(IPV4_IN_IPV6, '');
  if (!plain.includes(':')) return plain;
  const [front = '', back] = plain.split('%', 1)[0]!.split('::');
  const left = front.split(':').filter(Boolean);
  const right = (back ?? '').split(':').filter(Boolean);
  const zeros = Array<string>(Math.max(0, 8 - left.length - right.length)).fill('0');
  return [...left, ...zeros, ...right]
    .slice(0, GROUPS_OF_A_NETWORK)
    .map((group) => parseInt(group, 16).toString(16))
    .join(':');
}

/**
 * Where a request comes from, for limits by source. Without a proxy that is the other end of the connection. With one it
 * is the last entry of the header the proxy writes: entries before it were sent by the client and can be anything.
 */
export function sourceOf(request: IncomingMessage, proxyHeader: string | null): string {
  const told = proxyHeader && request.headers[proxyHeader.toLowerCase()];
  const last = told ? String(told).split(',').at(-1)!.trim() : '';
  return networkOf(last || (request.socket.remoteAddress ?? 'unknown')).slice(0, 64);
}

/** From now on each request has a readable address, its source and an id; the id also stands in the reply. */
export function prepareIncomingRequests(): void {
  channel('http.server.request.start').subscribe((message) => {
    const { request, response } = message as { request: IncomingMessage; response: ServerResponse };
    request.url = readableAddress(request.url ?? '/');
    request.headers[SOURCE_HEADER] = sourceOf(request, trustedProxyHeader());
    const id = randomBytes(5).toString('hex');
    request.headers[REQUEST_ID_HEADER] = id;
    response.setHeader(REQUEST_ID_HEADER, id);
  });
}
