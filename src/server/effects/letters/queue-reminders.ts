import type { EpochMinute } from '@/core/time/epoch-minute';
import { OPENING_WORDS, HEADS } from '@/contracts/words/mail';
import { spanText } from '@/contracts/words/when';
import type { Writer } from '../../db/connection';
import { settingsOf } from '../../repositories/people/kept-settings';
import { insertMail } from './insert-mail';
import { letterTo } from './payload';
import { REMINDERS_DUE } from './mail.queries';

/** Writes to those who want it that what they have booked is soon, once for each time they chose; gives how many letters. */
export async function queueReminders(tx: Writer, now: EpochMinute): Promise<number> {
  const rows = await tx.all(REMINDERS_DUE, { now });
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
