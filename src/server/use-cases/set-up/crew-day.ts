import type { OrderContent } from '@/core/work-orders/order-content';
import { isSeated, LAYOUTS, type Layout } from '@/core/seating/capacity';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { dateOf, timeOf, type LocalDate } from '@/core/time/local-time';
import { dayInterval, toLocal } from '@/core/time/zone';
import type { CrewDay, OrderView } from '@/contracts/orders';
import { planHref } from '@/contracts/seating';
import { LAYOUT_WORDS } from '@/contracts/words/findings';
import { dayLong, dayShort } from '@/contracts/words/when';
import type { SignedInContext } from '../../context';
import { siteZone } from '../../db/space-facts';

interface OrderRow {
  readonly id: number;
  readonly rowVersion: number;
  readonly version: number;
  readonly phase: 'setup' | 'strike';
  readonly team: string;
  readonly state: 'open' | 'done';
  /** Of the space, where it is still called so and its floor is known. */
  readonly code: string | null;
  readonly due: EpochMinute;
  readonly doneAt: EpochMinute | null;
  readonly doneBy: string | null;
  readonly content: OrderContent;
}

// A crew sees the work of its own teams; a manager, and a crew member of no team, all of it.
const ORDERS = `
SELECT json_group_array(json_object('id', w.id, 'rowVersion', w.row_version, 'version', w.version, 'phase', w.phase, 'team', t.name, 'state', w.state,
  'code', (SELECT s.code FROM claim_space x JOIN space s ON s.id = x.space_id WHERE x.claim_id = w.claim_id AND s.name = v.content->>'place'
    AND (s.area_m2 IS NOT NULL OR (s.length_m IS NOT NULL AND s.width_m IS NOT NULL))),
  'due', w.due_min, 'doneAt', w.done_at_min, 'doneBy', p.name, 'content', json(v.content)) ORDER BY w.due_min, w.id) AS json
FROM work_order w JOIN work_order_version v ON v.order_id = w.id AND v.version = w.version JOIN team t ON t.id = w.team_id
  LEFT JOIN person p ON p.id = w.done_by_id
WHERE w.state <> 'withdrawn' AND w.due_min > $start AND w.due_min <= $end
  AND ($all OR w.team_id IN (SELECT team_id FROM team_member WHERE person_id = $person)
    OR NOT EXISTS (SELECT 1 FROM team_member WHERE person_id = $person))`;

/** A moment with its day where that is not the day of the sheet. */
function clockOf(at: EpochMinute, sheet: LocalDate, tzid: string): string {
  const local = toLocal(at, tzid);
  return dateOf(local) === sheet ? timeOf(local) : `${timeOf(local)}, ${dayShort(dateOf(local))}`;
}

/** Where the room is seen as it is to be set; null where nothing is set, or nobody sits. */
function planOf({ code, phase, content }: OrderRow): string | null {
  const layout = LAYOUTS.find((each) => each === content.layout);
  return code && layout && phase === 'setup' && isSeated(layout)
    ? planHref(code, { people: content.people, layout })
    : null;
}

const orderView = (row: OrderRow, sheet: LocalDate, now: EpochMinute, tzid: string): OrderView => ({
  id: row.id,
  version: row.rowVersion,
  contentVersion: row.version,
  phase: row.phase,
  title: row.content.title,
  team: row.team,
  state: row.state,
  isLate: row.state === 'open' && row.due < now,
  fromText: clockOf(row.content.fromMin, sheet, tzid),
  dueText: clockOf(row.due, sheet, tzid),
  place: row.content.place,
  building: row.content.building,
  layout: LAYOUT_WORDS[row.content.layout as Layout] ?? row.content.layout,
  people: row.content.people,
  planHref: planOf(row),
  eventTitle: row.content.eventTitle,
  reference: row.content.reference,
  equipment: row.content.equipment,
  notes: row.content.notes,
  doneText:
    row.doneAt === null
      ? null
      : `${clockOf(row.doneAt, sheet, tzid)}${row.doneBy ? ` by ${row.doneBy}` : ''}`,
});

/** The setup work due on one day, in order of time. An order due at midnight belongs to the day before. */
export async function crewDay(ctx: SignedInContext, date: LocalDate | null): Promise<CrewDay> {
  const tzid = await siteZone(ctx.db);
  const now = ctx.clock.now();
  const today = dateOf(toLocal(now, tzid));
  const sheet = date ?? today;
  const day = dayInterval(sheet, tzid);
  const rows = await ctx.db.json<OrderRow[]>(ORDERS, {
    start: day.start,
    end: day.end,
    all: ctx.viewer.roles.includes('manager') ? 1 : 0,
    person: ctx.viewer.personId,
  });
  return {
    date: sheet,
    dateText: dayLong(sheet),
    isToday: sheet === today,
    orders: rows.map((row) => orderView(row, sheet, now, tzid)),
  };
}
