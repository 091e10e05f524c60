import { BUILDING } from '../../db/names';
import type { CategoryId, RequestId } from '@/core/ids';
import type { OrderedDate } from '@/core/work-orders/orders-for';
import type { Reader } from '../../db/connection';
import type { StoredClaim } from '../claims';

interface RequestNames {
  readonly reference: string;
  readonly eventTitle: string;
  readonly notes: string;
  readonly categories: readonly CategoryId[];
}

interface SpaceNames {
  readonly place: string;
  readonly building: string;
  readonly area: number;
  readonly seats: Readonly<Record<string, number>>;
}

interface NameRows {
  readonly requests: Readonly<Record<string, RequestNames>>;
  readonly spaces: Readonly<Record<string, SpaceNames>>;
  readonly equipment: Readonly<Record<string, { name: string; store: string }>>;
  readonly questions: Readonly<Record<string, string>>;
}

const NAMES = `SELECT json_object(
  'requests', (SELECT json_group_object(r.id, json_object('reference', r.ref, 'eventTitle', r.title, 'notes', r.notes,
    'categories', (SELECT json_group_array(x.category_id ORDER BY x.position) FROM request_category x WHERE x.request_id = r.id)))
    FROM request r WHERE r.id IN (SELECT value FROM json_each($requests))),
  'spaces', (SELECT json_group_object(s.id, json_object('place', s.name, 'building', ${BUILDING}, 'area', COALESCE(s.area_m2, s.length_m * s.width_m, 0),
    'seats', (SELECT json_group_object(l.layout, l.seats) FROM space_layout l WHERE l.space_id = s.id)))
    FROM space s JOIN building b ON b.id = s.building_id WHERE s.id IN (SELECT value FROM json_each($spaces))),
  'equipment', (SELECT json_group_object(t.id, json_object('name', t.name, 'store', st.name)) FROM equipment_type t JOIN store st ON st.id = t.store_id),
  'questions', (SELECT json_group_object(q.id, q.text) FROM question q WHERE q.owner_kind = 'service')) AS json`;

/** Claims as dates with all that their orders quote. */
export async function orderedDates(
  reader: Reader,
  claims: readonly StoredClaim[],
): Promise<(claim: StoredClaim) => OrderedDate> {
  const spaces = claims.flatMap(({ content }) => content.spaces.map(({ spaceId }) => spaceId));
  const names = await reader.json<NameRows>(NAMES, {
    requests: JSON.stringify([...new Set(claims.map(({ requestId }): RequestId => requestId))]),
    spaces: JSON.stringify([...new Set(spaces)]),
  });
  return ({ occurrenceId, requestId, content }) => ({
    occurrenceId,
    ...names.requests[requestId]!,
    services: (content.services ?? []).map(({ serviceId, answers }) => ({
      serviceId,
      answers: Object.entries(answers).flatMap(([question, answer]) =>
        answer === '' ? [] : [{ question: names.questions[question] ?? question, answer }],
      ),
    })),
    claim: content,
    spaces: content.spaces.map(({ spaceId, layout }) => {
      const { place, building, area, seats } = names.spaces[spaceId]!;
      return { place, building, areaM2: area, seats: seats[layout] ?? 0 };
    }),
    equipment: content.equipment.map(({ typeId }) => names.equipment[typeId]!),
  });
}
