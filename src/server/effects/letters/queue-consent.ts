import { settingsOf } from '../../repositories/people/kept-settings';
import type { MailKind } from '@/core/changes/mail-due';
import { MAIL_WAIT_MIN } from '@/core/changes/undo-time';
import type { ClaimId, RequestId } from '@/core/ids';
import { addMinutes, type EpochMinute } from '@/core/time/epoch-minute';
import { CONSENT_HEADS, OPENING_WORDS } from '@/contracts/words/mail';
import { spanText } from '@/contracts/words/when';
import type { ChangeSet } from '../../repositories/changes/change-set';
import type { Reader, Writer } from '../../db/connection';
import { cutLines } from './cut-lines';
import { insertMail, type QueuedMail } from './insert-mail';
import { letterTo } from './payload';
import { Claim, ClaimOverride } from '../../db/tables/claims';
import type { RowOf, Table } from '../../db/tables/table';
import type { RowOfShape } from '../../db/statement';
import {
  CONSENT_ROW,
  CONSENTS_LONG_UNANSWERED,
  CONSENTS_OF_CLAIMS,
  CONSENTS_UNANSWERED_OF,
  COUNT_LETTERS,
} from './mail.queries';
import { groupBy } from '@/core/lists';

type ConsentRow = RowOfShape<typeof CONSENT_ROW>;

interface Letter {
  readonly kind: Extract<MailKind, 'consent-wanted' | 'consent-overridden'>;
  readonly quote: string;
  readonly changeSet: number | null;
  readonly now: EpochMinute;
  readonly sendAfter: EpochMinute;
  keyOf(row: ConsentRow): string;
}

/** One letter for each request and steward. */
async function lettersOf(reader: Reader, rows: readonly ConsentRow[], letter: Letter): Promise<QueuedMail[]> {
  const settings = await settingsOf(
    reader,
    rows.map(({ steward }) => steward),
  );
  return [...groupBy(rows, letter.keyOf)].map(([dedupeKey, those]) => {
    const { request, reference, title, steward } = those[0];
    return {
      requestId: request,
      to: steward,
      payload: letterTo(settings(steward), () => ({
        kind: letter.kind,
        reference,
        title,
        opening: OPENING_WORDS[letter.kind],
        blocks: [
          {
            head: CONSENT_HEADS[letter.kind],
            lines: cutLines(
              those.map(({ startLocal, endLocal, place }) => `${spanText(startLocal, endLocal)}, ${place}`),
            ),
          },
        ],
        quote: letter.quote,
        offer: null,
      })),
      dedupeKey,
      changeSet: letter.changeSet,
      message: null,
      now: letter.now,
      sendAfter: letter.sendAfter,
    };
  });
}

/** What a change has added to a table. */
const added = <T extends Table>(change: ChangeSet, table: T): RowOf<T>[] =>
  change.lines(table).flatMap(({ before, after }) => (before === null && after ? [after] : []));

/** Asks those who look after what a change wants, and tells them where it went past them. */
export async function queueConsents(change: ChangeSet, reason: string): Promise<void> {
  const rowsOf = (claims: readonly ClaimId[], which: 'unanswered' | 'all') =>
    claims.length
      ? change.tx.all(CONSENTS_OF_CLAIMS(which), { claims, actor: change.actorId, now: change.at })
      : [];
  const base = { changeSet: change.id, now: change.at };
  const wanted = await rowsOf(
    added(change, Claim).map(({ id }) => id),
    'unanswered',
  );
  const overridden = await rowsOf(
    added(change, ClaimOverride).flatMap(({ rule, claim_id }) => (rule === 'consent' ? [claim_id] : [])),
    'all',
  );
  await insertMail(change.tx, [
    ...(await lettersOf(change.tx, wanted, {
      ...base,
      kind: 'consent-wanted',
      quote: '',
      sendAfter: change.at,
      keyOf: ({ request, steward }) => `consent change ${change.id} request ${request} of ${steward}`,
    })),
    ...(await lettersOf(change.tx, overridden, {
      ...base,
      kind: 'consent-overridden',
      quote: reason,
      sendAfter: addMinutes(change.at, MAIL_WAIT_MIN),
      keyOf: ({ request, steward }) => `overridden change ${change.id} request ${request} of ${steward}`,
    })),
  ]);
}

/** Unanswered for so long, they are reminded. */
const REMIND_AFTER_MIN = 2 * 1440;

/**
 * Reminds those who have not answered: of one request, whenever they were asked; of all, where the last letter is two
 * days old. At most once a day for each request and steward. Gives how many letters were written.
 */
export async function remindStewards(
  tx: Writer,
  now: EpochMinute,
  request: RequestId | null,
): Promise<{ readonly written: number; readonly unanswered: number }> {
  const given = { actor: null, now };
  const rows =
    request === null
      ? await tx.all(CONSENTS_LONG_UNANSWERED, { ...given, before: addMinutes(now, -REMIND_AFTER_MIN) })
      : await tx.all(CONSENTS_UNANSWERED_OF, { ...given, request });
  const before = await countLetters(tx);
  await insertMail(
    tx,
    await lettersOf(tx, rows, {
      kind: 'consent-wanted',
      quote: '',
      changeSet: null,
      now,
      sendAfter: now,
      keyOf: ({ request: id, steward }) => `reminder ${Math.floor(now / 1440)} request ${id} of ${steward}`,
    }),
  );
  return { written: (await countLetters(tx)) - before, unanswered: rows.length };
}

async function countLetters(reader: Reader): Promise<number> {
  const row = await reader.one(COUNT_LETTERS);
  return row.count;
}
