import {
  fieldLabel,
  fieldsAsJson,
  REQUEST_FIELD_NAMES,
  type RequestFieldName,
} from '@/contracts/request-fields';
import { say } from '@/contracts/language/say';
import { isSeated, LAYOUTS } from '@/core/seating/layouts';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { dateOf, type LocalDate } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { differences, type OrderContent } from '@/core/work-orders/order-content';
import type { OrderOrigin, OrderPhase } from '@/core/work-orders/orders-for';
import type { OrderNote, OrderThing, OrderView, TurnoverView } from '@/contracts/orders';
import { planHref } from '@/contracts/seating';
import { differenceText, layoutText, phaseText, TURNOVER_WORDS } from '@/contracts/words/orders';
import { dayShort, lengthText, sayTime } from '@/contracts/words/when';

interface NoteRow {
  readonly id: number;
  readonly kind: 'note' | 'problem';
  readonly text: string;
  readonly who: string;
  readonly at: EpochMinute;
  readonly file: { readonly key: string; readonly name: string } | null;
  readonly solved: EpochMinute | null;
  readonly solvedBy: string | null;
}

export interface OrderRow {
  readonly id: number;
  readonly occurrenceId: number;
  readonly rowVersion: number;
  readonly version: number;
  readonly phase: OrderPhase;
  readonly origin: OrderOrigin;
  readonly team: string;
  readonly person: string | null;
  readonly personId: number | null;
  readonly state: 'open' | 'done' | 'withdrawn';
  /** Of the space, where its floor is known. */
  readonly code: string | null;
  readonly from: EpochMinute;
  readonly due: EpochMinute;
  readonly issue: EpochMinute;
  readonly issued: EpochMinute | null;
  readonly doneAt: EpochMinute | null;
  readonly doneBy: string | null;
  readonly ticks: readonly string[];
  readonly content: OrderContent;
  /** What the team read last, where there is a newer version. */
  readonly seen: OrderContent | null;
  readonly notes: readonly NoteRow[];
  /** Plain texts of the request that crews read; null where it has none any more. */
  readonly fields: Partial<Record<RequestFieldName, string>> | null;
}

/** An order `w` with its newest version `v` and team `t`, as a JSON object of `OrderRow`. */
export const ORDER_JSON = `json_object('id', w.id, 'occurrenceId', w.occurrence_id, 'rowVersion', w.row_version, 'version', w.version, 'phase', w.phase, 'origin', w.origin, 'team', t.name,
  'person', (SELECT p.name FROM person p WHERE p.id = w.person_id), 'personId', w.person_id, 'state', w.state,
  'code', (SELECT s.code FROM space s WHERE s.id = w.space_id AND (s.area_m2 IS NOT NULL OR (s.length_m IS NOT NULL AND s.width_m IS NOT NULL))),
  'from', w.from_min, 'due', w.due_min, 'issue', w.issue_min, 'issued', w.issued_min, 'doneAt', w.done_at_min,
  'doneBy', (SELECT p.name FROM person p WHERE p.id = w.done_by_id), 'ticks', json(w.ticks), 'content', json(v.content),
  'fields', (SELECT json_object(${fieldsAsJson(({ isForCrews }) => isForCrews)}) FROM occurrence o JOIN request r ON r.id = o.request_id WHERE o.id = w.occurrence_id),
  'seen', (SELECT json(x.content) FROM work_order_version x WHERE x.order_id = w.id AND x.version = MAX(1, w.seen_version) AND x.version < w.version),
  'notes', (SELECT json_group_array(json_object('id', n.id, 'kind', n.kind, 'text', n.text, 'who', p.name, 'at', n.at_min, 'solved', n.solved_min,
    'solvedBy', (SELECT q.name FROM person q WHERE q.id = n.solved_by_id),
    'file', (SELECT json_object('key', f.key, 'name', f.name) FROM file f WHERE f.id = n.file_id)) ORDER BY n.id)
    FROM order_note n JOIN person p ON p.id = n.person_id WHERE n.order_id = w.id))`;
export const ORDER_FROM = `work_order w JOIN work_order_version v ON v.order_id = w.id AND v.version = w.version JOIN team t ON t.id = w.team_id`;

/** Against what an order is told: the day of the sheet, now, the site's zone, and who reads it. */
export interface Sheet {
  readonly date: LocalDate;
  readonly now: EpochMinute;
  readonly tzid: string;
  readonly me: number;
}

/** A moment with its day where that is not the day of the sheet. */
export function clockOf(at: EpochMinute, { date, tzid }: Pick<Sheet, 'date' | 'tzid'>): string {
  const local = toLocal(at, tzid);
  return dateOf(local) === date ? sayTime(local) : `${sayTime(local)}, ${dayShort(dateOf(local))}`;
}

/** Where the room is seen as it is to be set; null where nothing is set, or nobody sits. */
function planOf({ code, phase, content }: OrderRow): string | null {
  const layout = LAYOUTS.find((each) => each === content.layout);
  const isSet = phase === 'setup' || phase === 'turnover';
  return code && layout && isSet && isSeated(layout)
    ? planHref(code, { people: content.people, layout, wheelchairs: content.wheelchairs ?? 0 })
    : null;
}

function turnoverOf({ turnover }: OrderContent): TurnoverView | null {
  if (!turnover) return null;
  const { kind, before, takeAway, stays, savedMin } = turnover;
  return {
    kindText: TURNOVER_WORDS[kind],
    beforeText: say`after ${before.eventTitle} · ${before.reference}: ${layoutText(before.layout)}, for ${before.people}`,
    takeAway,
    stays,
    savedText: say`${lengthText(savedMin)} of work saved`,
  };
}

const noteOf = (note: NoteRow, sheet: Sheet): OrderNote => ({
  id: note.id,
  kind: note.kind,
  text: note.text,
  who: note.who,
  atText: clockOf(note.at, sheet),
  file: note.file,
  solvedText:
    note.solved === null
      ? null
      : say`solved ${clockOf(note.solved, sheet)} by ${note.solvedBy ?? say`somebody`}`,
});

const carriedOf = ({ equipment, brings = [] }: OrderContent): OrderThing[] => [...equipment, ...brings];

/** What has changed since the team read it. */
const changesOf = ({ seen, content }: OrderRow, sheet: Sheet): string[] =>
  seen ? differences(seen, content).map((each) => differenceText(each, (at) => clockOf(at, sheet))) : [];

/** What the request tells the crew besides. */
const toldBeside = ({ fields }: OrderRow): OrderView['told'] =>
  REQUEST_FIELD_NAMES.flatMap((name) => {
    const text = fields?.[name];
    return text ? [{ label: fieldLabel(name), text }] : [];
  });

/** When it was done, and by whom where that is known. */
const doneTextOf = ({ doneAt, doneBy }: OrderRow, sheet: Sheet): string | null =>
  doneAt === null ? null : `${clockOf(doneAt, sheet)}${doneBy ? say` by ${doneBy}` : ''}`;

export function orderView(row: OrderRow, sheet: Sheet): OrderView {
  const { content } = row;
  const ticked = new Set(row.ticks);
  return {
    id: row.id,
    version: row.rowVersion,
    contentVersion: row.version,
    phase: row.phase,
    origin: row.origin,
    phaseText: phaseText(row.phase, row.origin),
    title: content.title,
    team: row.team,
    person: row.person,
    isMine: row.personId === sheet.me,
    state: row.state,
    isLate: row.state === 'open' && row.due < sheet.now,
    issueText: row.issued === null ? clockOf(row.issue, sheet) : null,
    fromText: clockOf(row.from, sheet),
    dueText: clockOf(row.due, sheet),
    place: content.place,
    building: content.building,
    layout: layoutText(content.layout),
    people: content.people,
    wheelchairs: content.wheelchairs ?? 0,
    planHref: planOf(row),
    eventTitle: content.eventTitle,
    reference: content.reference,
    eventHref: `/setups/event/${content.reference}?date=${row.occurrenceId}`,
    equipment: carriedOf(content),
    turnover: turnoverOf(content),
    checklist: (content.checklist ?? []).map((line) => ({ line, isTicked: ticked.has(line) })),
    answers: content.answers ?? [],
    notes: content.notes,
    told: toldBeside(row),
    changes: changesOf(row, sheet),
    said: row.notes.map((note) => noteOf(note, sheet)),
    doneText: doneTextOf(row, sheet),
  };
}
