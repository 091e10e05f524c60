import { parseRule } from '@/core/recurrence/parse-rule';
import { parseLocalDateTime, type LocalDateTime } from '@/core/time/local-time';

/** What was picked before the form: kept in its address through signing in. */
export interface Picked {
  readonly spaceId: number;
  readonly start: LocalDateTime;
  readonly minutes: number;
  /** How many come, and a rule of the form's own kind, where a search knew them already. */
  readonly people?: number;
  readonly rule?: string;
}

export const askHref = ({ spaceId, start, minutes, people, rule }: Picked): string =>
  `/ask?space=${spaceId}&start=${start}&minutes=${minutes}${people ? `&people=${people}` : ''}${rule ? `&rule=${encodeURIComponent(rule)}` : ''}`;

/** Null where nothing, or nothing that can be read, was picked. */
export function readPicked(query: Readonly<Record<string, string | string[] | undefined>>): Picked | null {
  const [space, start, minutes, people, rule] = [
    query.space,
    query.start,
    query.minutes,
    query.people,
    query.rule,
  ].map((value) => (typeof value === 'string' ? value : ''));
  const at = parseLocalDateTime(start!);
  if (!at || !/^\d{1,9}$/.test(space!)) return null;
  const length = /^\d{1,5}$/.test(minutes!) ? Number(minutes) : 60;
  return {
    spaceId: Number(space),
    start: at,
    minutes: Math.max(1, length),
    ...(/^[1-9]\d{0,5}$/.test(people!) && { people: Number(people) }),
    ...(parseRule(rule!).ok && { rule: rule! }),
  };
}
