import type { DoneFacts } from '@/contracts/done-facts';
import type { JsonText } from '../../../db/tables/column';
import { say } from '@/contracts/language/say';
import type { RecentAction } from '@/contracts/own';
import { momentText } from '@/contracts/words/when';
import { UNDO_MINUTES } from '@/core/changes/undo-time';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { SignedInContext } from '../../../context/context';
import { siteZone } from '../../../repositories/world/space-facts';
import { CAN_BE_UNDONE } from '../change/change.queries';
import { undoFrom } from '../change/undoable';
import { summaryOf } from '../../../repositories/requests/since';

const MOST_ACTIONS = 50;

interface ActionRow {
  readonly changeSet: number;
  readonly at: EpochMinute;
  readonly action: string;
  readonly facts: JsonText<DoneFacts> | null;
  readonly result: string;
  readonly canBeUndone: 0 | 1;
  readonly requests: { readonly reference: string; readonly title: string }[];
}

const ACTIONS = `
SELECT json_group_array(json_object('changeSet', c.id, 'at', c.at_min, 'action', c.action, 'result', c.result, 'facts', c.facts, 'canBeUndone', ${CAN_BE_UNDONE},
  'requests', (SELECT json_group_array(json_object('reference', r.ref, 'title', r.title)) FROM change_set_request x JOIN request r ON r.id = x.request_id WHERE x.change_set_id = c.id))
  ORDER BY c.id DESC) AS json
FROM (SELECT * FROM change_set WHERE actor_id = $me ORDER BY id DESC LIMIT ${MOST_ACTIONS}) c`;

/** What one did last, newest first, with the way back where there still is one. */
export async function recentActions({ db, viewer, clock }: SignedInContext): Promise<RecentAction[]> {
  const now = clock.now();
  const tzid = await siteZone(db);
  const rows = await db.json<ActionRow[]>(ACTIONS, { me: viewer.personId, undoFrom: undoFrom(now) });
  return rows.map(({ changeSet, at, action, result, facts, canBeUndone, requests }) => ({
    changeSet,
    what: summaryOf({ action, result, facts }),
    when: momentText(at, tzid),
    requests: requests.slice(0, 3),
    moreRequests: Math.max(0, requests.length - 3),
    undoUntil: canBeUndone ? say`until ${momentText((at + UNDO_MINUTES) as EpochMinute, tzid)}` : null,
  }));
}
