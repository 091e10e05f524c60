import { z } from 'zod';
import type { ClaimId, EquipmentTypeId, ResourceId, SpaceId } from '@/core/ids';
import { ROLES } from '@/core/roles';
import { mayKnowBooking, TIES, type Viewer } from '@/core/publishing/right-to-know';
import type { Reader } from '../db/connection';
import { jsonQuery, query } from '../db/statement';
import { Claim } from '../db/tables/claims';
import { flag, json, listOf, oneOf, readJson } from '../db/tables/column';
import { Person } from '../db/tables/people';
import { Request } from '../db/tables/requests';

/** Names of spaces and equipment by id, for sentences. */
export interface Names {
  place(space: SpaceId): string;
  equipment(type: EquipmentTypeId): string;
  unit(resource: ResourceId): string;
  team(team: number): string;
}

const byId = z.record(z.string(), z.string());
const NAMES = jsonQuery({
  sql: `SELECT json_object(
  'spaces', (SELECT json_group_object(id, name) FROM space),
  'equipment', (SELECT json_group_object(id, name) FROM equipment_type),
  'units', (SELECT json_group_object(id, name) FROM resource WHERE kind = 'unit'), 'teams', (SELECT json_group_object(id, name) FROM team)) AS json`,
  value: z.strictObject({ spaces: byId, equipment: byId, units: byId, teams: byId }),
});

export async function loadNames(reader: Reader): Promise<Names> {
  const rows = await reader.value(NAMES);
  return {
    place: (id) => rows.spaces[id] ?? 'this space',
    equipment: (id) => rows.equipment[id] ?? 'this equipment',
    unit: (id) => rows.units[id] ?? 'this unit',
    team: (id) => rows.teams[id] ?? 'the crew',
  };
}

/** How a person is tied to request `r`: as a deputy of the requester, as a member of one of its hosts, or not. */
export const tieTo = (person: string): string =>
  `CASE WHEN EXISTS (SELECT 1 FROM deputy d WHERE d.person_id = r.requester_id AND d.deputy_id = ${person}) THEN 'deputy'
    WHEN EXISTS (SELECT 1 FROM request_host x JOIN membership y ON y.organisation_id = x.organisation_id AND y.person_id = ${person} WHERE x.request_id = r.id) THEN 'member' END`;

/** Building `b` as it is named: with its site, where that is a further one. */
export const BUILDING = `(b.name || COALESCE((SELECT ', ' || y.name FROM site y WHERE y.id = b.site_id AND y.id > (SELECT MIN(id) FROM site)), ''))`;

/** Of each space of claim `c` the roles that see what is on there. */
export const SEEN_BY = `(SELECT json_group_array(json(s.seen_by)) FROM claim_space z JOIN space s ON s.id = z.space_id WHERE z.claim_id = c.id)`;

const TITLES = query({
  sql: `SELECT c.id, r.title, r.requester_id, EXISTS (SELECT 1 FROM announced a WHERE a.occurrence_id = o.id) AS announced, c.status, ${tieTo('$me')} AS tie, ${SEEN_BY} AS seenBy FROM claim c JOIN occurrence o ON o.id = c.occurrence_id
  JOIN request r ON r.id = o.request_id WHERE c.id IN (SELECT value FROM json_each($ids))`,
  bind: { ids: listOf(Claim.id), me: Person.id.orNull() },
  row: {
    id: Claim.id,
    title: Request.title,
    requester_id: Request.requester_id,
    announced: flag(),
    status: Claim.status,
    tie: oneOf(TIES).orNull(),
    seenBy: json(z.array(z.array(z.enum(ROLES)))),
  },
});

/** Titles of claims, only of those the viewer may know; the others are just *taken*. */
export async function titlesFor(
  reader: Reader,
  viewer: Viewer | null,
  claims: readonly ClaimId[],
): Promise<ReadonlyMap<ClaimId, string>> {
  if (!claims.length) return new Map();
  const rows = await reader.all(TITLES, { ids: claims, me: viewer?.personId ?? null });
  const known = rows.filter((row) =>
    mayKnowBooking(viewer, {
      requesterId: row.requester_id,
      isPublic: row.announced === 1 && row.status === 'in-force',
      tie: row.tie,
      seenBy: readJson(row.seenBy),
    }),
  );
  return new Map(known.map((row) => [row.id, row.title]));
}
