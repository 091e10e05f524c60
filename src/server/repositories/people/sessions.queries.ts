import { Session } from '../../db/tables/people';
import { command } from '../../db/statement';

export const DROP_ENDED_SESSIONS = command({
  sql: 'DELETE FROM session WHERE expires_ms <= $now',
  bind: { now: Session.expires_ms },
});

export const END_OTHER_SESSIONS = command({
  sql: 'DELETE FROM session WHERE person_id = $id AND id IS NOT $but',
  bind: { id: Session.person_id, but: Session.id.orNull() },
});

export const DROP_SESSIONS = command({ sql: 'DELETE FROM session' });
