import type { RequestId, PersonId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDateTime } from '@/core/time/local-time';
import { OPENING_WORDS, HEADS } from '@/contracts/words/mail';
import { spanText } from '@/contracts/words/when';
import type { Writer } from '../../db/connection';
import { settingsOf } from '../../repositories/people/kept-settings';
import { insertMail } from './insert-mail';
import { letterTo } from './payload';

interface DueRow {
  readonly request: RequestId;
  readonly reference: string;
  readonly title: string;
  readonly to: PersonId;
  readonly claim: number;
  /** The shortest time before the date that was chosen and is reached: one letter, however many were reached at once. */
  readonly before: number;
  readonly startLocal: LocalDateTime;
  readonly endLocal: LocalDateTime;
  readonly places: string;
}

const DUE = `
SELECT d.*, r.ref AS reference, r.title, c.start_local AS startLocal, c.end_local AS endLocal,
  COALESCE((SELECT group_concat(s.name, ' + ') FROM claim_space x JOIN space s ON s.id = x.space_id WHERE x.claim_id = c.id), '') AS places
FROM (SELECT r.id AS request, r.requester_id AS "to", c.id AS claim, MIN(b.value) AS before
  FROM person_settings q JOIN json_each(q.reminders) b JOIN person p ON p.id = q.person_id AND p.retired_at IS NULL
    JOIN request r ON r.requester_id = q.person_id JOIN occurrence o ON o.request_id = r.id AND o.state = 'approved'
    JOIN claim c ON c.id = o.standing_id AND c.start_min > $now AND c.start_min <= $now + b.value
  GROUP BY c.id) d
  JOIN claim c ON c.id = d.claim JOIN request r ON r.id = d.request
WHERE NOT EXISTS (SELECT 1 FROM outbox x WHERE x.dedupe_key = 'reminder of ' || d.claim || ' before ' || d.before)
ORDER BY c.start_min, c.id LIMIT 1000`;

/** Writes to those who want it that what they have booked is soon, once for each time they chose; gives how many letters. */
export async function queueReminders(tx: Writer, now: EpochMinute): Promise<number> {
  const rows = await tx.rows<DueRow>(DUE, { now });
  const settings = await settingsOf(
    tx,
    rows.map(({ to }) => to),
  );
  await insertMail(
    tx,
    rows.map((row) => ({
      requestId: row.request,
      to: row.to,
      payload: letterTo(settings(row.to), () => ({
        kind: 'reminder' as const,
        reference: row.reference,
        title: row.title,
        opening: OPENING_WORDS.reminder,
        blocks: [
          {
            head: HEADS.reminder,
            lines: [[spanText(row.startLocal, row.endLocal), row.places].filter(Boolean).join(', ')],
          },
        ],
        quote: '',
        offer: null,
      })),
      dedupeKey: `reminder of ${row.claim} before ${row.before}`,
      changeSet: null,
      message: null,
      now,
      sendAfter: now,
    })),
  );
  return rows.length;
}
