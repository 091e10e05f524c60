import { settingsOf } from '../own-settings/kept-settings';
import type { RequestId } from '@/core/ids';
import type { LocalDateTime } from '@/core/time/local-time';
import { HEADS, OPENING_WORDS } from '@/contracts/words/mail';
import { spanText } from '@/contracts/words/when';
import type { ChangeSet } from '../changes/change-set';
import { cutLines } from './cut-lines';
import { insertMail } from './insert-mail';
import { letterTo } from './payload';

interface LapsedRow {
  readonly request: RequestId;
  readonly reference: string;
  readonly title: string;
  readonly to: number;
  readonly places: string;
  readonly startLocal: LocalDateTime;
  readonly endLocal: LocalDateTime;
}

const ROWS = `
SELECT r.id AS request, r.ref AS reference, r.title, r.requester_id AS "to", c.start_local AS startLocal, c.end_local AS endLocal,
  COALESCE((SELECT group_concat(s.name, ' + ') FROM claim_space x JOIN space s ON s.id = x.space_id WHERE x.claim_id = c.id), '') AS places
FROM claim c JOIN occurrence o ON o.id = c.occurrence_id JOIN request r ON r.id = o.request_id
WHERE c.id IN (SELECT value FROM json_each($claims)) ORDER BY c.start_min, c.id`;

/** Tells whoever asked that what was offered to them, or kept for them, no longer is. */
export async function queueLapsed(change: ChangeSet, claims: readonly number[]): Promise<void> {
  const rows = await change.tx.rows<LapsedRow>(ROWS, { claims: JSON.stringify(claims) });
  const byRequest = new Map<RequestId, LapsedRow[]>();
  for (const row of rows) byRequest.set(row.request, [...(byRequest.get(row.request) ?? []), row]);
  const settings = await settingsOf(
    change.tx,
    rows.map(({ to }) => to),
  );
  await insertMail(
    change.tx,
    [...byRequest].map(([requestId, those]) => ({
      requestId,
      to: those[0]!.to,
      payload: letterTo(settings(those[0]!.to), () => ({
        kind: 'lapsed' as const,
        reference: those[0]!.reference,
        title: those[0]!.title,
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
