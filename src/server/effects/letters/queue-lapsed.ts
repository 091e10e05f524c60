import { settingsOf } from '../../repositories/people/kept-settings';
import type { ClaimId } from '@/core/ids';
import { HEADS, OPENING_WORDS } from '@/contracts/words/mail';
import { spanText } from '@/contracts/words/when';
import type { ChangeSet } from '../../repositories/changes/change-set';
import { cutLines } from './cut-lines';
import { insertMail } from './insert-mail';
import { letterTo } from './payload';
import { LAPSED_CLAIMS } from './mail.queries';
import { groupBy } from '@/core/lists';

/** Tells the requester that what was offered to them, or kept for them, no longer is. */
export async function queueLapsed(change: ChangeSet, claims: readonly ClaimId[]): Promise<void> {
  const rows = await change.tx.all(LAPSED_CLAIMS, { claims });
  const settings = await settingsOf(
    change.tx,
    rows.map(({ to }) => to),
  );
  await insertMail(
    change.tx,
    [...groupBy(rows, ({ request }) => request)].map(([requestId, those]) => ({
      requestId,
      to: those[0].to,
      payload: letterTo(settings(those[0].to), () => ({
        kind: 'lapsed' as const,
        reference: those[0].reference,
        title: those[0].title,
        opening: OPENING_WORDS.lapsed,
        blocks: [
          {
            head: HEADS.lapsed,
            lines: cutLines(
              those.map(({ startLocal, endLocal, places }) =>
                [spanText(startLocal, endLocal), places].filter(Boolean).join(', '),
              ),
            ),
          },
        ],
        quote: '',
        offer: null,
      })),
      dedupeKey: `lapsed ${change.id} request ${requestId}`,
      changeSet: change.id,
      message: null,
      now: change.at,
      sendAfter: change.at,
    })),
  );
}
