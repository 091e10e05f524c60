import { cookies } from 'next/headers';
import { sealData, unsealData } from 'iron-session';
import { SESSION_MS, personOfSession, type SignedInPerson } from '../auth/sessions';
import type { Database } from '../db/connection';
import { log } from '../platform/log';
import { publicOrigin, sessionSecret } from '../platform/settings';

export const SESSION_COOKIE = 'calendario-session';

const TTL_S = SESSION_MS / 1000;

/** A `Set-Cookie` value that carries the sealed session id. */
export async function sessionCookie(sessionId: string): Promise<string> {
  const sealed = await sealData({ sessionId }, { password: sessionSecret(), ttl: TTL_S });
  const secure = publicOrigin()?.startsWith('https:') ? '; Secure' : '';
  return `${SESSION_COOKIE}=${sealed}; Path=/; HttpOnly; SameSite=Lax; Max-Age=${TTL_S}${secure}`;
}

export const endedCookie = `${SESSION_COOKIE}=; Path=/; HttpOnly; SameSite=Lax; Max-Age=0`;

/**
 * What a cookie holds. It is text from outside: the library gives {} for some of what it did not seal and throws for
 * the rest (a wrong prefix, a bad date), and both mean the same here.
 */
async function unsealed(cookie: string): Promise<{ sessionId?: unknown }> {
  try {
    return await unsealData<{ sessionId?: unknown }>(cookie, { password: sessionSecret(), ttl: TTL_S });
  } catch (error) {
    log.debug({ err: error }, 'a session cookie could not be read');
    return {};
  }
}

/** The session id of a cookie; null when it is missing, forged, of another installation or too old. */
export async function sessionIdOf(cookie: string | undefined): Promise<string | null> {
  if (!cookie) return null;
  const data = await unsealed(cookie);
  return typeof data.sessionId === 'string' ? data.sessionId : null;
}

/** The session of the request that is answered; null without one. */
export const currentSessionId = async (): Promise<string | null> =>
  sessionIdOf((await cookies()).get(SESSION_COOKIE)?.value);

export async function personOfCookie(
  db: Database,
  cookie: string | undefined,
): Promise<SignedInPerson | null> {
  const id = await sessionIdOf(cookie);
  return id ? personOfSession(db, id, Date.now()) : null;
}
