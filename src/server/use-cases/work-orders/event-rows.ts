import type { OccurrenceId, PersonId, RequestId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { LocalDate, LocalDateTime } from '@/core/time/local-time';
import type { ServiceState } from '@/core/work-orders/service-due';
import type { Named } from '@/contracts/recipes';
import type { Reader } from '../../db/connection';
import { ORDER_FROM, ORDER_JSON, type OrderRow } from './order-view';
import { IS_OWN } from './own-orders';
import { TEAMS_WITH_PEOPLE } from './set-up.queries';

export interface ServiceRow {
  readonly id: number;
  readonly name: string;
  readonly team: string;
  readonly leadDays: number;
  readonly state: ServiceState | null;
  readonly note: string | null;
  readonly who: string | null;
  readonly at: EpochMinute | null;
  readonly isMine: 0 | 1;
}

export interface EventRows {
  readonly request: { readonly id: RequestId; readonly reference: string; readonly title: string };
  readonly dates: readonly {
    readonly id: OccurrenceId;
    readonly start: LocalDateTime;
    readonly end: LocalDateTime;
    readonly endMin: EpochMinute;
  }[];
  readonly orders: readonly OrderRow[];
  readonly services: readonly ServiceRow[];
  readonly walked: readonly {
    readonly line: string;
    readonly isRight: 0 | 1;
    readonly note: string;
    readonly who: string;
    readonly at: EpochMinute;
  }[];
  readonly attendance: {
    readonly people: number | null;
    readonly who: string;
    readonly at: EpochMinute;
  } | null;
  readonly attendees: readonly { readonly name: string; readonly isHere: 0 | 1 }[];
  readonly followUps: readonly {
    readonly id: number;
    readonly text: string;
    readonly due: LocalDate | null;
    readonly who: string;
    readonly at: EpochMinute;
    readonly doneAt: EpochMinute | null;
    readonly doneBy: string | null;
  }[];
  readonly teams: readonly (Named & { readonly people: readonly Named<PersonId>[] })[];
}

/** Dates of a request that are approved, in order of time. */
export const DATES = `SELECT json_object('request', (SELECT json_object('id', id, 'reference', ref, 'title', title) FROM request WHERE id = $request),
  'dates', (SELECT json_group_array(json_object('id', o.id, 'start', c.start_local, 'end', c.end_local, 'endMin', c.end_min) ORDER BY c.start_min)
    FROM occurrence o JOIN claim c ON c.id = o.standing_id WHERE o.request_id = $request AND o.state = 'approved')) AS json`;

const EVENT = `SELECT json_object(
  'orders', (SELECT json_group_array(${ORDER_JSON} ORDER BY w.due_min, w.id) FROM ${ORDER_FROM}
    WHERE w.state <> 'withdrawn' AND w.covered_by IS NULL AND (w.occurrence_id = $date OR w.after_occurrence_id = $date) AND (w.issued_min IS NOT NULL OR $all) AND ${IS_OWN}),
  'services', (SELECT json_group_array(json_object('id', s.id, 'name', s.name, 'team', t.name, 'leadDays', s.lead_days, 'state', l.state, 'note', l.note, 'at', l.at_min,
    'who', (SELECT p.name FROM person p WHERE p.id = l.by_id),
    'isMine', $all OR EXISTS (SELECT 1 FROM team_member m WHERE m.team_id = s.team_id AND m.person_id = $person)) ORDER BY v.position)
    FROM occurrence o JOIN claim_service v ON v.claim_id = o.standing_id JOIN service s ON s.id = v.service_id JOIN team t ON t.id = s.team_id
    LEFT JOIN service_line l ON l.occurrence_id = o.id AND l.service_id = s.id WHERE o.id = $date),
  'walked', (SELECT json_group_array(json_object('line', k.line, 'isRight', k.is_right, 'note', k.note, 'at', k.at_min, 'who', p.name)) FROM walk_through k
    JOIN person p ON p.id = k.by_id WHERE k.occurrence_id = $date),
  'attendance', (SELECT json_object('people', a.people, 'who', p.name, 'at', a.at_min) FROM attendance a JOIN person p ON p.id = a.by_id WHERE a.occurrence_id = $date),
  'attendees', (SELECT json_group_array(json_object('name', name, 'isHere', is_here) ORDER BY position) FROM attendee WHERE occurrence_id = $date),
  'followUps', (SELECT json_group_array(json_object('id', f.id, 'text', f.text, 'due', f.due_date, 'who', p.name, 'at', f.at_min, 'doneAt', f.done_min,
    'doneBy', (SELECT q.name FROM person q WHERE q.id = f.done_by_id)) ORDER BY f.done_min IS NOT NULL, f.due_date IS NULL, f.due_date, f.id)
    FROM follow_up f JOIN person p ON p.id = f.by_id WHERE f.request_id = (SELECT request_id FROM occurrence WHERE id = $date)),
  'teams', ${TEAMS_WITH_PEOPLE}) AS json`;

export const eventRows = (
  reader: Reader,
  date: OccurrenceId,
  own: { readonly all: number; readonly person: PersonId },
): Promise<Omit<EventRows, 'request' | 'dates'>> => reader.json(EVENT, { date, ...own });
