import type { Database } from '../db/connection';
import { chosenBy } from '../repositories/people/kept-settings';
import { endSession, personOfSession } from '../auth/sessions';
import { currentSessionId, sessionCookie } from './session-cookie';
import { settingsCookie } from './settings-cookie';

/**
 * What the browser of this request keeps of somebody who has signed in: the session, and what they have chosen for
 * themselves. What was signed in there before ends.
 */
export async function signedInBrowser(db: Database, sessionId: string): Promise<[string, string][]> {
  const before = await currentSessionId();
  if (before) await endSession(db, before);
  const session: [string, string] = ['Set-Cookie', await sessionCookie(sessionId)];
  const person = await personOfSession(db, sessionId, Date.now());
  const chosen = person && (await chosenBy(db, person.personId));
  return chosen ? [session, ['Set-Cookie', settingsCookie(chosen.settings)]] : [session];
}
