import { Request } from '@/server/db/tables/requests';
import { randomUUID } from 'node:crypto';
import ICAL from 'ical.js';
import type { z } from 'zod';
import { FACTS, type Fact } from '@/core/publishing/facts';
import type { SegmentId } from '@/core/ids';
import { editNoticeSchema, saveCalendarSchema } from '@/contracts/publishing/calendars';
import { noticesQuerySchema, type NoticesPage } from '@/contracts/publishing/notices';
import { EFFECTS_OF_TIME } from '@/server/effects/follow';
import { ChangeSet } from '@/server/repositories/changes/change-set';
import { syncPublished } from '@/server/effects/publishing/sync-published';
import type { Context } from '@/server/context/context';
import { violations } from '@/server/effects/invariants';
import { feed } from '@/server/use-cases/publishing/feeds/feed';
import type { FeedFormat } from '@/contracts/publishing/feed-formats';
import { makeReady } from '@/server/use-cases/publishing/feeds/ready-text';
import { renderParts } from '@/server/effects/publishing/render';
import type { FeedOf } from '@/server/use-cases/publishing/feeds/source';
import { editNotice } from '@/server/use-cases/publishing/keep/edit-notice';
import { noticePreview } from '@/server/use-cases/publishing/keep/notice-preview';
import { saveCalendar, type CalendarDone } from '@/server/use-cases/publishing/keep/save-calendar';
import { noticesOf } from '@/server/use-cases/publishing/notices';
import { expectDone } from './changes';
import type { TestOffice } from './office';

export const calendarFeed = (slug: string, token: string | null = null): FeedOf => ({
  kind: 'calendar',
  slug,
  token,
});

/** The text of a feed as a reader gets it who holds nothing yet. */
export const feedTextOf = async (
  ctx: Context,
  of: FeedOf | string,
  format: FeedFormat = 'ics',
): Promise<string> =>
  expectDone(await feed(ctx, typeof of === 'string' ? calendarFeed(of) : of, format)).text ?? '';

/** A calendar as its page shows it; the query as an address has it. */
export const noticesAt = async (
  ctx: Context,
  slug: string,
  query: Record<string, unknown> = {},
): Promise<NoticesPage> => expectDone(await noticesOf(ctx, slug, null, noticesQuerySchema.parse(query)));

type CalendarBody = z.input<typeof saveCalendarSchema>;

/** Makes a calendar, or says one otherwise; open to everybody and with every fact unless said otherwise. */
export const keepCalendar = async (
  office: TestOffice,
  name: string,
  more: Partial<CalendarBody> = {},
): Promise<CalendarDone> =>
  expectDone(
    await saveCalendar(
      office.as('mara'),
      saveCalendarSchema.parse({
        key: randomUUID(),
        name,
        about: '',
        mark: 'Xy',
        hue: 'rose',
        filter: {},
        facts: ['title', 'text', 'place', 'host', 'contact'],
        readers: { kind: 'everyone' },
        ...more,
      }),
    ),
  );

type NoticeBody = z.input<typeof editNoticeSchema>;

/** Says what readers see of a request, as the office does; what is not named stays as it is. */
export async function sayNotice(
  office: TestOffice,
  reference: string,
  more: Partial<NoticeBody>,
): Promise<ReturnType<typeof editNotice>> {
  const now = expectDone(await noticePreview(office.as('mara'), reference));
  const chosen = (choice: string) =>
    now.calendars.filter((each) => each.choice === choice).map(({ id }) => id);
  const { version, publish, heldBack, publishFrom, secondLine, publicHtml } = now;
  return editNotice(
    office.as('mara'),
    reference,
    editNoticeSchema.parse({
      key: randomUUID(),
      version,
      publish,
      heldBack,
      publishFrom,
      secondLine,
      publicHtml,
      picked: chosen('picked'),
      excluded: chosen('excluded'),
      reason: '',
      ...more,
    }),
  );
}

/** The VEVENTs of a feed with what is asked of them, each as text. */
export async function eventsOf(
  ctx: Context,
  of: FeedOf | string,
  names: readonly string[],
): Promise<(string | null)[][]> {
  const events = new ICAL.Component(ICAL.parse(await feedTextOf(ctx, of))).getAllSubcomponents('vevent');
  return events.map((event) => names.map((name) => event.getFirstPropertyValue(name)?.toString() ?? null));
}

/** What readers see that does not follow from the rest: what bringing all of it in line anew would change. */
export const publishedOutOfLine = ({ db, clock }: TestOffice): Promise<string[]> =>
  db.write(async (tx) => {
    const look = async () => [
      ...(await tx.rows('SELECT * FROM published ORDER BY 1, 2, 3')),
      ...(await tx.rows('SELECT * FROM announced ORDER BY 1')),
      ...(await tx.rows(
        'SELECT calendar_id, segment_id, times_hash, words_hash FROM feed_part ORDER BY 1, 2',
      )),
    ];
    const before = (await look()).map((row) => JSON.stringify(row));
    const ids = (await tx.table(Request).all()).map(({ id }) => id);
    await syncPublished(new ChangeSet(tx, 0, null, clock.now(), EFFECTS_OF_TIME), ids);
    const after = (await look()).map((row) => JSON.stringify(row));
    return { keep: false, value: after.filter((line) => !before.includes(line)) };
  });

/** Ready texts that are otherwise than those made anew. */
export async function staleTexts(office: TestOffice): Promise<string[]> {
  const { db, reader } = office;
  const calendars = await db.rows<{ id: number; kind: string; facts: string }>(
    'SELECT id, kind, facts FROM calendar',
  );
  const stale: string[] = [];
  for (const { id, kind, facts } of calendars) {
    const told = (
      kind === 'made' ? JSON.parse(facts) : kind === 'person' ? FACTS : ['title', 'text', 'place', 'host']
    ) as Fact[];
    await makeReady(reader, id, told);
    const rows = await db.rows<{ segment_id: SegmentId; ics: string; json: string }>(
      'SELECT segment_id, ics, json FROM feed_part WHERE calendar_id = $id ORDER BY segment_id',
      { id },
    );
    const parts = await renderParts(
      db,
      id,
      told,
      rows.map(({ segment_id }) => segment_id),
      office.clock.now(),
    );
    const fresh = new Map(parts.map((part) => [part.segment, part]));
    for (const { segment_id, ics, json } of rows)
      if (fresh.get(segment_id)?.ics !== ics || fresh.get(segment_id)?.json !== json)
        stale.push(`calendar ${id} segment ${segment_id}`);
  }
  return stale;
}

/** Everything that is wrong for readers: what does not follow, what is stale, and every invariant that does not hold. */
export const wrongForReaders = async (office: TestOffice): Promise<string[]> => [
  ...(await violations(office.db)).map(({ invariant, what }) => `${invariant}: ${what.join(', ')}`),
  ...(await publishedOutOfLine(office)),
  ...(await staleTexts(office)),
];
