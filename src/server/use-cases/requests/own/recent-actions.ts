import { t } from '@/contracts/language/translate';
import type { RecentAction } from '@/contracts/accounts/own';
import { momentText } from '@/contracts/words/when';
import { UNDO_MINUTES } from '@/core/changes/undo-time';
import { addMinutes } from '@/core/time/epoch-minute';
import type { SignedInContext } from '../../../context/context';
import { siteZone } from '../../../repositories/world/space-facts';
import { undoFrom } from '../change/undoable';
import { summaryOf } from '../../../repositories/requests/since';
import { RECENT_ACTIONS } from './own.queries';

/** What one did last, newest first, with the way back where there still is one. */
export async function recentActions({ db, viewer, clock }: SignedInContext): Promise<RecentAction[]> {
  const now = clock.now();
  const tzid = await siteZone(db);
  const rows = await db.value(RECENT_ACTIONS, { me: viewer.personId, undoFrom: undoFrom(now) });
  return rows.map(({ changeSet, at, action, result, facts, canBeUndone, requests }) => ({
    changeSet,
    what: summaryOf({ action, result, facts }),
    when: momentText(at, tzid),
    requests: requests.slice(0, 3),
    moreRequests: Math.max(0, requests.length - 3),
    undoUntil: canBeUndone ? t`until ${momentText(addMinutes(at, UNDO_MINUTES), tzid)}` : null,
  }));
}
