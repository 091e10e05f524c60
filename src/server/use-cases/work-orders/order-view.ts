import type { z } from 'zod';
import { fieldLabel, REQUEST_FIELD_NAMES } from '@/contracts/requests/request-fields';
import { t } from '@/contracts/language/translate';
import { isSeated, LAYOUTS } from '@/core/seating/layouts';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { dateOf, type LocalDate } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { differences, type OrderContent } from '@/core/work-orders/order-content';
import type { OrderNote, OrderItem, OrderView, TurnoverView } from '@/contracts/work-orders/orders';
import { planHref } from '@/contracts/calendar/seating';
import { differenceText, layoutText, phaseText, TURNOVER_WORDS } from '@/contracts/words/orders';
import { dayShort, lengthText, sayTime } from '@/contracts/words/when';
import { orderRow } from './order.queries';

export type OrderRow = z.infer<typeof orderRow>;
type NoteRow = OrderRow['notes'][number];

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
    beforeText: t`after ${before.eventTitle} · ${before.reference}: ${layoutText(before.layout)}, for ${before.people}`,
    takeAway,
    stays,
    savedText: t`${lengthText(savedMin)} of work saved`,
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
    note.solved === null ? null : t`solved ${clockOf(note.solved, sheet)} by ${note.solvedBy ?? t`someone`}`,
});

const carriedOf = ({ equipment, brings = [] }: OrderContent): OrderItem[] => [...equipment, ...brings];

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
  doneAt === null ? null : `${clockOf(doneAt, sheet)}${doneBy ? t` by ${doneBy}` : ''}`;

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
    eventHref: `/work-orders/event/${content.reference}?date=${row.occurrenceId}`,
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
