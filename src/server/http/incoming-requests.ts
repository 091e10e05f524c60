import { randomBytes } from 'node:crypto';
import { Server, type IncomingMessage, type ServerResponse } from 'node:http';
import type { ErrorReply } from '@/contracts/base/refusal';
import { errorReply } from '@/contracts/words/refusals';
import { trustedProxyHeader } from '../platform/settings';
import { BODY_LIMIT_KB, DRAIN_LIMIT_BYTES } from './body';
import { Turns } from './turns';
import { answeredFor } from '../platform/ambient';

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
  const [front = '', back] = plain.replace(/%.*/, '').split('::');
  const left = front.split(':').filter(Boolean);
  const right = (back ?? '').split(':').filter(Boolean);
  const zeros = Array<string>(Math.max(0, 8 - left.length - right.length)).fill('0');
  return [...left, ...zeros, ...right]
    .slice(0, GROUPS_OF_A_NETWORK)
    .map((group) => parseInt(group, 16).toString(16))
    .join(':');
}

/** Some proxies write `203.0.113.7:4711` or `[2001:db8::1]:4711`. */
const withoutPort = (address: string): string =>
  /^\[([^\]]+)\]/.exec(address)?.[1] ?? address.replace(/^(\d+(?:\.\d+){3}):\d+$/, '$1');

/**
 * Where a request comes from, for limits by source. Without a proxy that is the other end of the connection. With one it
 * is the last entry of the header the proxy writes: entries before it were sent by the client and can be anything.
 */
export function sourceOf(request: IncomingMessage, proxyHeader: string | null): string {
  const told = proxyHeader && request.headers[proxyHeader.toLowerCase()];
  const last = told ? String(told).replace(/^.*,/s, '').trim() : '';
  return networkOf(withoutPort(last) || (request.socket.remoteAddress ?? 'unknown')).slice(0, 64);
}

/** What takes longer, such as an answer that comes line by line, no longer keeps others of its source waiting. */
const LONGEST_TURN_MS = 1500;

/** Where files are sent, each with a bound of its own. */
export const FOR_FILES = /^\/api\/(files|pictures|archive|start\/archive)\b/;

const isTooLarge = ({ headers, url = '' }: IncomingMessage): boolean =>
  Number(headers['content-length'] ?? 0) > DRAIN_LIMIT_BYTES && !FOR_FILES.test(url);

/** So long somebody has to read that their body is too large; then nothing more of it is taken. */
const TO_READ_MS = 500;

/** Leaves the body where it is: what is read only to be dropped takes as long as what is wanted. */
function leaveUnread(request: IncomingMessage): void {
  // Node reads on by itself where nobody has begun to.
  request.read(0);
  request.pause();
  setTimeout(() => request.socket.destroy(), TO_READ_MS).unref();
}

/** Answers without reading what was sent, in the one shape of refusals. */
function turnAway(response: ServerResponse, status: 413 | 503, { error }: ErrorReply): true {
  response
    .writeHead(status, {
      'Content-Type': 'application/json',
      'Cache-Control': 'no-store',
      'Retry-After': '1',
    })
    .end(JSON.stringify({ error }));
  return true;
}

function prepare(request: IncomingMessage, response: ServerResponse): string {
  request.url = readableAddress(request.url ?? '/');
  const source = sourceOf(request, trustedProxyHeader());
  request.headers[SOURCE_HEADER] = source;
  const id = randomBytes(5).toString('hex');
  request.headers[REQUEST_ID_HEADER] = id;
  response.setHeader(REQUEST_ID_HEADER, id);
  return source;
}

/** Lets the next one begin once this is answered, given up, or takes long. */
function leaveAfter(response: ServerResponse, done: () => void): void {
  const timer = setTimeout(done, LONGEST_TURN_MS).unref();
  response.once('close', () => {
    clearTimeout(timer);
    done();
  });
}

/**
 * From now on each request has a readable address, its source and an id, and waits for its turn among those of its
 * source. Next makes the server itself, so this stands in front of the event by which Node hands over a request.
 */
export function prepareIncomingRequests(): void {
  const turns = new Turns();
  const { emit } = Server.prototype;
  Server.prototype.emit = function (this: Server, event: string, ...args: unknown[]): boolean {
    const hand = () => Reflect.apply(emit, this, [event, ...args]) as boolean;
    if (event !== 'request') return hand();
    const [request, response] = args as [IncomingMessage, ServerResponse];
    const source = prepare(request, response);
    // Whoever waits for their turn is begun by whoever leaves: what is written is for them all the same.
    const served = <Value>(work: () => Value): Value => answeredFor(request, work);
    if (isTooLarge(request)) {
      leaveUnread(request);
      return served(() => turnAway(response, 413, errorReply({ code: 'too-large', limitKb: BODY_LIMIT_KB })));
    }
    const isTaken = turns.take(source, (done) => {
      // Given up while it waited.
      if (response.destroyed) return done();
      leaveAfter(response, done);
      served(hand);
    });
    return isTaken || served(() => turnAway(response, 503, errorReply({ code: 'too-many-at-once' })));
  };
}
