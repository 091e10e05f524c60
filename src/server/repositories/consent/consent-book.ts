import type { ClaimId, EquipmentTypeId, PersonId, SpaceId } from '@/core/ids';
import type { ConsentAnswer, ConsentBook, Steward } from '@/core/checks/consent';
import type { ClaimContent } from '@/core/occupancy/bands';
import type { Reader } from '../../db/connection';
import { ANSWERS_TO_CLAIMS } from './consent.queries';
import { query } from '../../db/statement';
import { listOf } from '../../db/tables/column';
import { Person } from '../../db/tables/people';
import { EquipmentType, Space } from '../../db/tables/spaces';
import { groupBy } from '@/core/lists';

/** Whose consent a space needs: the stewards of the space itself, else those of its building. */
const OF_SPACES = `
SELECT s.id AS thing, p.id, p.name FROM space s JOIN role_grant g ON g.role = 'steward' AND g.asks_consent = 1
  AND ((g.scope_kind = 'space' AND g.scope_id = s.id) OR (g.scope_kind = 'building' AND g.scope_id = s.building_id
    AND NOT EXISTS (SELECT 1 FROM role_grant o WHERE o.role = 'steward' AND o.asks_consent = 1 AND o.scope_kind = 'space' AND o.scope_id = s.id)))
  JOIN person p ON p.id = g.person_id AND p.retired_at IS NULL`;
const OF_POOLS = `
SELECT g.scope_id AS thing, p.id, p.name FROM role_grant g JOIN person p ON p.id = g.person_id AND p.retired_at IS NULL
WHERE g.role = 'steward' AND g.asks_consent = 1 AND g.scope_kind = 'pool'`;

interface LookedAfter {
  /** From a claim `c` over its line `x` to whoever looks after the thing, `q`. */
  readonly join: string;
  /** What is wanted of it, in words. */
  readonly place: string;
  readonly layout: string;
  readonly people: string;
}
const LOOKED_AFTER: readonly LookedAfter[] = [
  {
    join: `JOIN claim_space x ON x.claim_id = c.id JOIN (${OF_SPACES}) q ON q.thing = x.space_id JOIN space t ON t.id = x.space_id`,
    place: 't.name',
    layout: 'x.layout',
    people: 'x.people',
  },
  {
    join: `JOIN claim_equipment x ON x.claim_id = c.id JOIN (${OF_POOLS}) q ON q.thing = x.type_id JOIN equipment_type t ON t.id = x.type_id`,
    place: `x.quantity || ' × ' || t.name`,
    layout: 'NULL',
    people: 'c.people',
  },
];

/** A statement about claims and those whose consent they need: of places, then of pools. */
export const ofAllLookedAfter = (statement: (of: LookedAfter) => string): string =>
  LOOKED_AFTER.map(statement).join(' UNION ALL ');

/** What of a claim somebody may look after. */
export const thingsOf = ({ spaces, equipment }: Pick<ClaimContent, 'spaces' | 'equipment'>) => ({
  spaceIds: spaces.map(({ spaceId }) => spaceId),
  typeIds: equipment.map(({ typeId }) => typeId),
});

const STEWARDS_OF_SPACES = query({
  sql: `SELECT * FROM (${OF_SPACES}) WHERE thing IN (SELECT value FROM json_each($things)) ORDER BY name`,
  bind: { things: listOf(Space.id) },
  row: { thing: Space.id, id: Person.id, name: Person.name },
});
const STEWARDS_OF_POOLS = query({
  sql: `SELECT * FROM (${OF_POOLS}) WHERE thing IN (SELECT value FROM json_each($things)) ORDER BY name`,
  bind: { things: listOf(EquipmentType.id) },
  row: { thing: EquipmentType.id, id: Person.id, name: Person.name },
});

async function stewardsIn<Thing extends number>(
  read: (things: readonly Thing[]) => Promise<readonly (Steward & { readonly thing: Thing })[]>,
  things: readonly Thing[],
): Promise<Map<Thing, Steward[]>> {
  const rows = things.length ? await read([...new Set(things)]) : [];
  return new Map(
    [...groupBy(rows, ({ thing }) => thing)].map(([thing, own]) => [
      thing,
      own.map(({ id, name }) => ({ id, name })),
    ]),
  );
}

/** Whose consent each of these spaces needs; those that need none are left out. */
export const stewardsOfSpaces = (
  reader: Reader,
  spaces: readonly SpaceId[],
): Promise<Map<SpaceId, Steward[]>> =>
  stewardsIn((things) => reader.all(STEWARDS_OF_SPACES, { things }), spaces);

/** Who has to agree to what is wanted, and what was answered of these claims. Nearly always two cheap queries. */
export async function loadConsentBook(
  reader: Reader,
  wanted: readonly Pick<ClaimContent, 'spaces' | 'equipment'>[],
  claims: readonly ClaimId[],
): Promise<ConsentBook> {
  const things = wanted.map(thingsOf);
  const stewardsOf = await stewardsOfSpaces(
    reader,
    things.flatMap(({ spaceIds }) => spaceIds),
  );
  const stewardsOfPool = await stewardsIn<EquipmentTypeId>(
    (types) => reader.all(STEWARDS_OF_POOLS, { things: types }),
    things.flatMap(({ typeIds }) => typeIds),
  );
  const answers = new Map<ClaimId, Map<PersonId, ConsentAnswer>>();
  if (!stewardsOf.size && !stewardsOfPool.size) return { stewardsOf, stewardsOfPool, answers };
  const rows = await reader.all(ANSWERS_TO_CLAIMS, { claims });
  for (const { claim, steward, answer } of rows) {
    const own = answers.get(claim) ?? new Map<PersonId, ConsentAnswer>();
    answers.set(claim, own.set(steward, answer));
  }
  return { stewardsOf, stewardsOfPool, answers };
}
