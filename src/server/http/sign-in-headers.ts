import type { Database } from '../db/connection';
import { chosenBy } from '../own-settings/kept-settings';
import { personOfSession } from '../auth/sessions';
import { sessionCookie } from './session-cookie';
import { settingsCookie } from './settings-cookie';

/** What a browser keeps of somebody who has signed in: the session, and what they have chosen for themselves. */
export async function signInHeaders(db: Database, sessionId: string): Promise<[string, string][]> {
  const session: [string, string] = ['Set-Cookie', await sessionCookie(sessionId)];
  const person = await personOfSession(db, sessionId, Date.now());
  const chosen = person && (await chosenBy(db, person.personId));
  return chosen ? [session, ['Set-Cookie', settingsCookie(chosen.settings)]] : [session];
}
