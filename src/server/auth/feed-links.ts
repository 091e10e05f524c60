import { createHmac, timingSafeEqual } from 'node:crypto';
import { sessionSecret } from '../platform/settings';

/** What a private link opens: one calendar, or what one person may read. */
export interface FeedLink {
  readonly kind: 'calendar' | 'person';
  readonly id: number;
  /** Counted up where the link is replaced; links made before lead nowhere. */
  readonly linkNo: number;
}

const LETTER = { calendar: 'c', person: 'p' } as const;

// 132 bits: more than can be tried.
const SEAL_LETTERS = 22;

const sealOf = ({ kind, id, linkNo }: FeedLink): string =>
  createHmac('sha256', sessionSecret())
    .update(`feed link ${kind} ${id} ${linkNo}`)
    .digest('base64url')
    .slice(0, SEAL_LETTERS);

/**
 * The secret part of a private link. It follows from the installation's secret and a counter, so nothing that opens a
 * calendar is kept in the database, and yet the link can be shown again.
 */
export const linkToken = (link: FeedLink): string =>
  `${LETTER[link.kind]}${link.id.toString(36)}-${sealOf(link)}`;

const TOKEN = /^([cp])([0-9a-z]{1,8})-([A-Za-z0-9_-]{22})$/;

/** Whom a token names; whether it is theirs is for `isLink` to say. */
export function readToken(token: string): Pick<FeedLink, 'kind' | 'id'> | null {
  const [, letter, id] = TOKEN.exec(token) ?? [];
  return id ? { kind: letter === 'c' ? 'calendar' : 'person', id: parseInt(id, 36) } : null;
}

export function isLink(token: string, link: FeedLink): boolean {
  const [given, right] = [Buffer.from(token), Buffer.from(linkToken(link))];
  return given.length === right.length && timingSafeEqual(given, right);
}
