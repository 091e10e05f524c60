import { askSchema, type AskBody } from '@/contracts/requests/ask';
import { changeSchema } from '@/contracts/requests/change';
import { officeSchema } from '@/contracts/administration/office';
import type { Outcome } from '@/contracts/base/refusal';
import type { PersonId } from '@/core/ids';
import type { Role } from '@/core/roles';
import { addMinutes, epochMinute, type EpochMinute } from '@/core/time/epoch-minute';
import { ruleTextOf, weeklyOn } from '@/core/recurrence/editor-model';
import { localDate, localDateTime, weekdayOf } from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';
import { handClock } from '@/server/platform/clock';
import type { SignedInContext } from '@/server/context/context';
import { keep, type OpenDatabase } from '@/server/db/connection';
import { sendMail } from '@/server/effects/letters/send-mail';
import { submitRequest } from '@/server/use-cases/requests/ask/submit-request';
import { changeDates } from '@/server/use-cases/requests/change/change-dates';
import { answerConsent } from '@/server/use-cases/requests/consent/answer-consent';
import { consentsToAnswer } from '@/server/use-cases/requests/consent/to-answer';
import { deskRequest } from '@/server/use-cases/decisions/desk';
import { createOffice } from '@/server/use-cases/administration/office-file/create-office';
import { settleApprovals } from '@/server/use-cases/publishing/settle-approvals';
import { isWholeLot, issueDueOrders } from '@/server/use-cases/work-orders/issue-orders';
import { setServiceState } from '@/server/use-cases/work-orders/event-commands';
import { markOrder } from '@/server/use-cases/work-orders/mark-order';
import { makeCalendars } from './calendars';
import { furnishAdministration } from './administration';
import type { DemoEvent } from './events/demo-event';
import { SERIES } from './events/series';
import { SINGLES } from './events/singles';
import { WAITING } from './events/waiting';
import { CREWS, MANAGERS, STEWARDS } from './people';
import { QUILLMERE } from './quillmere';
import { seeded } from './seeded';

const ZONE = 'Europe/London';
export const DEMO_START = localDateTime('2027-04-13T08:10');
const SEED = 20_270_413;
const DAY_MIN = 1440;

/** A version 4 UUID drawn from the seed, so that references and feeds repeat. */
function seededUuid(random: () => number): string {
  const hex = Array.from({ length: 32 }, () => Math.floor(random() * 16).toString(16));
  hex[12] = '4';
  hex[16] = ((parseInt(hex[16]!, 16) & 3) | 8).toString(16);
  const text = hex.join('');
  return [text.slice(0, 8), text.slice(8, 12), text.slice(12, 16), text.slice(16, 20), text.slice(20)].join(
    '-',
  );
}

const minute = (local: string): EpochMinute => toEpochMinute(localDateTime(local), ZONE, 'offset-before');

/** Ids by the names the scenario uses. */
interface Ids {
  readonly spaces: Record<string, { id: number; layouts: Record<string, [setup: number, strike: number]> }>;
  readonly categories: Record<string, { id: number; publish: number }>;
  readonly hosts: Record<string, { id: number; people: number[] }>;
  readonly equipment: Record<string, number>;
  readonly services: Record<string, { id: number; questions: number[] }>;
  readonly people: Record<string, number>;
}

const IDS = `SELECT json_object(
  'spaces', (SELECT json_group_object(s.code, json_object('id', s.id, 'layouts',
     (SELECT json_group_object(l.layout, json_array(l.setup_min, l.strike_min)) FROM space_layout l WHERE l.space_id = s.id))) FROM space s),
  'categories', (SELECT json_group_object(name, json_object('id', id, 'publish', publish_by_default)) FROM category),
  'hosts', (SELECT json_group_object(o.name, json_object('id', o.id, 'people', (SELECT json_group_array(m.person_id) FROM membership m
     JOIN role_grant g ON g.person_id = m.person_id AND g.role = 'requester' WHERE m.organisation_id = o.id))) FROM organisation o),
  'equipment', (SELECT json_group_object(name, id) FROM equipment_type),
  'services', (SELECT json_group_object(s.name, json_object('id', s.id, 'questions',
     (SELECT json_group_array(q.id ORDER BY q.position) FROM question q WHERE q.owner_kind = 'service' AND q.owner_id = s.id))) FROM service s),
  'people', (SELECT json_group_object(name, id) FROM person)) AS json`;

/** Made-up weather with gusts over the terrace within the week. */
const FORECAST_SEED = 11;

class Story {
  readonly random = seeded(SEED);
  readonly clock = handClock(minute('2027-01-04T09:00'));
  private readonly waitingActions: { at: EpochMinute; act: () => Promise<void> }[] = [];

  constructor(
    private readonly db: OpenDatabase,
    private readonly ids: Ids,
  ) {}

  as(personId: number, roles: Role[]): SignedInContext {
    const { db, clock, random } = this;
    return {
      db,
      clock,
      random,
      newId: () => seededUuid(random),
      viewer: { personId: personId as PersonId, roles },
    };
  }

  between(least: number, most: number): number {
    return least + Math.floor(this.random() * (most - least + 1));
  }

  later(at: EpochMinute, act: () => Promise<void>): void {
    this.waitingActions.push({ at, act });
  }

  /** Plays everything in order of time; what an act adds takes its place among the rest. */
  async play(): Promise<void> {
    for (;;) {
      this.waitingActions.sort((a, b) => a.at - b.at);
      const next = this.waitingActions.shift();
      if (!next) return;
      await this.sendMailUntil(next.at);
      this.clock.set(epochMinute(Math.max(next.at, this.clock.now())));
      await this.showReaders();
      await next.act();
    }
  }

  /** What can no longer be taken back by now is shown to readers, as the job does every minute. */
  private async showReaders(): Promise<void> {
    await this.db.write(async (tx) => keep(await settleApprovals(tx, this.clock.now())));
  }

  /** What falls due on the way is sent when it falls due. */
  private async sendMailUntil(until: EpochMinute): Promise<void> {
    for (;;) {
      const [due] = await this.db.rows<{ at: EpochMinute | null }>(
        'SELECT MIN(send_after_min) AS at FROM outbox WHERE sent_at_min IS NULL AND withdrawn_at_min IS NULL AND send_after_min <= $until',
        { until },
      );
      if (!due || due.at === null) return;
      this.clock.set(epochMinute(Math.max(due.at, this.clock.now())));
      await sendMail(this.as(0, []));
    }
  }

  private body(event: DemoEvent): AskBody {
    const space = this.ids.spaces[event.space]!;
    const [setupMin, strikeMin] = space.layouts[event.layout]!;
    const category = this.ids.categories[event.category]!;
    return {
      key: seededUuid(this.random),
      title: event.title,
      publicText: event.text ?? '',
      categoryId: category.id,
      hostId: this.ids.hosts[event.host]!.id,
      notes: event.notes ?? '',
      publish: category.publish === 1,
      people: event.people,
      accessMin: event.people > 100 ? 45 : 20,
      exitMin: event.people > 100 ? 30 : 15,
      spaces: [{ spaceId: space.id, layout: event.layout, setupMin, strikeMin }],
      equipment: Object.entries(event.equipment ?? {}).map(([name, quantity]) => ({
        typeId: this.ids.equipment[name]!,
        quantity,
      })),
      services: Object.entries(event.services ?? {}).map(([name, answers]) => {
        const { id, questions } = this.ids.services[name]!;
        return {
          serviceId: id,
          answers: questions.map((questionId, index) => ({ questionId, answer: answers[index] ?? '' })),
        };
      }),
      when: {
        startsAt: `${event.on}T${event.from}`,
        endsAt: `${event.on}T${event.to}`,
        repeat: event.weekly ? weeklyRule(event) : null,
      },
    };
  }

  /** Asked some weeks ahead, decided some days later, and then whatever its fate is. */
  plan(event: DemoEvent): void {
    const start = minute(`${event.on}T${event.from}`);
    const now = minute(DEMO_START);
    const waits = event.fate === 'waits';
    const asked = waits
      ? now - this.between(2 * 60, 11 * DAY_MIN)
      : Math.min(start - this.between(9, 50) * DAY_MIN, now - this.between(3, 12) * DAY_MIN);
    const first = minute('2027-01-04T09:30');
    this.later(epochMinute(Math.max(asked, first)), () => this.ask(event));
  }

  private async ask(event: DemoEvent): Promise<void> {
    const people = this.ids.hosts[event.host]!.people;
    const requester = people[0]!;
    const reference = expectDone(
      event.title,
      await submitRequest(this.as(requester, ['requester']), askSchema.parse(this.body(event))),
    ).reference;
    if (event.fate === 'waits') return;
    const decideAt = epochMinute(
      Math.min(this.clock.now() + this.between(60, 4 * DAY_MIN), minute(DEMO_START) - this.between(60, 900)),
    );
    this.later(decideAt, () => this.decide(reference, event, requester));
  }

  private manager(): SignedInContext {
    return this.as(this.ids.people[MANAGERS[this.random() < 0.7 ? 0 : 1]]!, ['manager']);
  }

  private async decide(reference: string, event: DemoEvent, requester: number): Promise<void> {
    const ctx = this.manager();
    const view = expectDone(event.title, await deskRequest(ctx, reference));
    const key = seededUuid(this.random);
    const all = view.dates.map(({ id }) => id as never);
    if (event.fate === 'declined') {
      const reason =
        'No fire over the water while the swans are nesting. Ask us about the barge without fireworks.';
      expectDone(
        event.title,
        await changeDates(ctx, {
          key,
          preview: false,
          items: [{ reference, version: view.version, occurrences: all }],
          step: { action: 'decline', reason },
        }),
      );
      return;
    }
    const waiting = view.dates.filter(({ state }) => state === 'waiting');
    const clear = waiting.filter(({ verdict }) => verdict !== 'conflict').map(({ id }) => id as never);
    if (!clear.length) return;
    await this.agree(event.title);
    expectDone(
      event.title,
      await changeDates(ctx, {
        key,
        preview: false,
        items: [{ reference, version: view.version, occurrences: clear }],
        step: { action: 'approve', reason: '' },
      }),
    );
    if (event.indoors) await this.keepIndoors(reference, event, event.indoors);
    if (event.fate === 'cancelled' || event.fate === 'cancel-one')
      this.later(epochMinute(minute(DEMO_START) - 1500), () => this.leave(reference, event, requester));
  }

  /** A place for the day the weather turns. */
  private async keepIndoors(reference: string, event: DemoEvent, indoors: string): Promise<void> {
    const ctx = this.as(this.ids.people[MANAGERS[0]]!, ['manager']);
    const { version, dates } = expectDone(event.title, await deskRequest(ctx, reference));
    const occurrences = dates.map(({ id }) => id);
    const spaces = [{ from: this.ids.spaces[event.space]!.id, to: this.ids.spaces[indoors]!.id }];
    const body = {
      // Of its own seed, so that the rest of the story stays as it is.
      key: seededUuid(seeded(Number(event.on.replaceAll('-', '')))),
      items: [{ reference, version, occurrences }],
      step: { action: 'set-fallback', patch: { spaces } },
    };
    expectDone(event.title, await changeDates(ctx, changeSchema.parse(body)));
  }

  /** Whoever looks after the place has answered before the office decides. */
  private async agree(title: string): Promise<void> {
    for (const { name } of STEWARDS.filter(({ consent }) => consent)) {
      const ctx = this.as(this.ids.people[name]!, ['steward']);
      const wanted = (await consentsToAnswer(ctx)).filter((request) => request.title === title);
      for (const { dates } of wanted)
        expectDone(
          title,
          await answerConsent(ctx, {
            key: `agreed: ${title}`,
            answer: 'given',
            claims: dates.map(({ claim }) => claim),
            reason: '',
          }),
        );
    }
  }

  private async leave(reference: string, event: DemoEvent, requester: number): Promise<void> {
    const ctx = this.as(requester, ['requester']);
    const view = expectDone(event.title, await deskRequest(ctx, reference));
    const live = view.dates
      .filter(({ state, isPast }) => state === 'approved' && !isPast)
      .map(({ id }) => id as never);
    const occurrences = event.fate === 'cancelled' ? live : live.slice(2, 3);
    const reason = event.fate === 'cancelled' ? 'Too many of us have a cold.' : 'Half the choir is away.';
    expectDone(
      event.title,
      await changeDates(ctx, {
        key: seededUuid(this.random),
        preview: false,
        items: [{ reference, version: view.version, occurrences }],
        step: { action: 'leave', reason },
      }),
    );
  }

  /** The teams have settled what is asked of them for the next days; one thing is late. */
  async settleServices(): Promise<void> {
    const rows = await this.db.rows<{ date: number; service: number; title: string }>(
      `SELECT o.id AS date, v.service_id AS service, r.title FROM claim_service v JOIN claim c ON c.id = v.claim_id AND c.status = 'in-force'
       JOIN occurrence o ON o.standing_id = c.id JOIN request r ON r.id = o.request_id ORDER BY c.start_min, v.id`,
    );
    for (const { date, service, title } of rows) {
      const state = title === 'Herbarium night' ? 'arranging' : 'agreed';
      const note = state === 'agreed' ? '' : 'Waiting for the second projector lamp.';
      const body = { key: `settled: ${date} ${service}`, serviceId: service, state, note } as const;
      expectDone(title, await setServiceState(this.manager(), date as never, body));
    }
  }

  /** What is due to be issued is issued, and the crews mark what is due as done, a few minutes before or after. */
  async markWork(): Promise<void> {
    const now = minute(DEMO_START);
    this.clock.set(now);
    await this.showReaders();
    for (;;) {
      const lot = await this.db.write(async (tx) => keep(await issueDueOrders(tx, now)));
      if (!isWholeLot(lot)) break;
    }
    const orders = await this.db.rows<{
      id: number;
      due_min: EpochMinute;
      row_version: number;
      team: string;
    }>(
      `SELECT w.id, w.due_min, w.row_version, t.name AS team FROM work_order w JOIN team t ON t.id = w.team_id
       WHERE w.state = 'open' AND w.covered_by IS NULL AND w.due_min <= $now ORDER BY w.due_min`,
      { now },
    );
    for (const { id, due_min, row_version, team } of orders) {
      const crew = CREWS.filter((each) => each.team === team);
      this.clock.set(epochMinute(Math.min(due_min + this.between(-12, 6), now)));
      const who = crew[this.between(0, crew.length - 1)]!.name;
      const ctx = this.as(this.ids.people[who]!, ['crew']);
      expectDone(
        `order ${id}`,
        await markOrder(ctx, id, { key: seededUuid(this.random), version: row_version, state: 'done' }),
      );
    }
  }
}

/** A weekly demo series as an RRULE value; the weekday is that of its start. */
function weeklyRule({ weekly, on }: DemoEvent): { rule: string } {
  const [every, until] = weekly!;
  const end =
    until === null ? ({ kind: 'never' } as const) : ({ kind: 'until', date: localDate(until) } as const);
  return { rule: ruleTextOf(weeklyOn(every, end, weekdayOf(localDate(on))), ZONE) };
}

function expectDone<T>(what: string, outcome: Outcome<T>): T {
  if (!outcome.ok)
    throw new Error(`the demo story was refused at “${what}”: ${JSON.stringify(outcome.refusal)}`);
  return outcome.value;
}

/**
 * Fills an empty database with Quillmere: everything goes through the use cases, on a clock set by hand. Its mail is
 * written into the folder of the data as it would have been.
 */
export async function seedDemo(db: OpenDatabase): Promise<void> {
  await createOffice(db, officeSchema.parse(QUILLMERE));
  const [row] = await db.rows<{ json: string }>(IDS);
  const ids = JSON.parse(row!.json) as Ids;
  const story = new Story(db, ids);
  const first = story.as(ids.people[MANAGERS[0]]!, ['manager', 'housekeeper']);
  await makeCalendars(first);
  await furnishAdministration(first, ids.spaces);
  for (const event of [...SERIES, ...SINGLES, ...WAITING]) story.plan(event);
  await story.play();
  await story.markWork();
  await story.settleServices();
  await db.write(async (tx) =>
    keep(
      await tx.run(`INSERT INTO setting (key, value) VALUES ('demo_clock', $now), ('forecast', $forecast)`, {
        now: String(addMinutes(minute(DEMO_START), 0)),
        forecast: `stand-in ${FORECAST_SEED}`,
      }),
    ),
  );
}
