import { createHash } from 'node:crypto';
import type { OccurrenceId } from '@/core/ids';
import {
  ordersFor,
  planOrders,
  sameContent,
  type DueEdge,
  type OrderContent,
  type OrderedDate,
  type OrderPhase,
  type OrderState,
  type Recipe,
  type StoredOrder,
  type WantedOrder,
} from '@/core/work-orders/plan-orders';
import type { Reader } from '../db/connection';
import type { ChangeSet } from './change-set';
import { loadStandingClaims, type StoredClaim } from './claims';

interface RecipeRow {
  readonly id: number;
  readonly phase: OrderPhase;
  readonly title: string;
  readonly team_id: number;
  readonly due_edge: DueEdge;
  readonly due_offset_min: number;
  readonly crew: number;
}

async function loadRecipes(reader: Reader): Promise<Recipe[]> {
  const rows = await reader.rows<RecipeRow>(
    'SELECT id, phase, title, team_id, due_edge, due_offset_min, crew FROM recipe WHERE retired_at IS NULL ORDER BY id',
  );
  return rows.map((row) => ({
    id: row.id,
    phase: row.phase,
    title: row.title,
    teamId: row.team_id,
    due: row.due_edge,
    dueOffsetMin: row.due_offset_min,
    crew: row.crew,
  }));
}

interface Names {
  readonly requests: Record<string, { reference: string; eventTitle: string; notes: string }>;
  readonly spaces: Record<string, { place: string; building: string }>;
  readonly equipment: Record<string, { name: string; store: string }>;
}

const NAMES = `SELECT json_object(
  'requests', (SELECT json_group_object(o.id, json_object('reference', r.ref, 'eventTitle', r.title, 'notes', r.notes))
    FROM occurrence o JOIN request r ON r.id = o.request_id WHERE o.id IN (SELECT value FROM json_each($ids))),
  'spaces', (SELECT json_group_object(s.id, json_object('place', s.name, 'building', b.name)) FROM space s JOIN building b ON b.id = s.building_id),
  'equipment', (SELECT json_group_object(t.id, json_object('name', t.name, 'store', st.name)) FROM equipment_type t JOIN store st ON st.id = t.store_id)
) AS json`;

const orderedDate = (claim: StoredClaim, names: Names): OrderedDate => ({
  occurrenceId: claim.occurrenceId,
  ...names.requests[claim.occurrenceId]!,
  claim: claim.content,
  spaces: claim.content.spaces.map(({ spaceId }) => names.spaces[spaceId]!),
  equipment: claim.content.equipment.map(({ typeId }) => names.equipment[typeId]!),
});

interface OrderRow {
  readonly id: number;
  readonly key: string;
  readonly state: OrderState;
  readonly version: number;
  readonly content: OrderContent;
}

const STORED = `SELECT json_group_array(json_object('id', w.id, 'key', w.order_key, 'state', w.state, 'version', w.version, 'content', json(v.content))) AS json
FROM work_order w JOIN work_order_version v ON v.order_id = w.id AND v.version = w.version
WHERE w.occurrence_id IN (SELECT value FROM json_each($ids))`;

const hashOf = (content: string): string => createHash('sha256').update(content).digest('hex').slice(0, 16);

async function addOrders(
  change: ChangeSet,
  orders: readonly WantedOrder[],
  claimOf: ReadonlyMap<OccurrenceId, StoredClaim>,
) {
  const ids = await change.nextIds('work_order', orders.length);
  await change.insert(
    'work_order',
    orders.map((order, index) => ({
      id: ids[index]!,
      order_key: order.key,
      occurrence_id: order.occurrenceId,
      claim_id: claimOf.get(order.occurrenceId)!.id,
      team_id: order.teamId,
      phase: order.phase,
      due_min: order.content.dueMin,
      from_min: order.content.fromMin,
      work_min: order.workMin,
      state: 'open',
      version: 1,
    })),
  );
  await addVersions(
    change,
    orders.map(({ content }, index) => ({ orderId: ids[index]!, version: 1, content })),
  );
}

interface NewVersion {
  readonly orderId: number;
  readonly version: number;
  readonly content: OrderContent;
}

async function addVersions(change: ChangeSet, versions: readonly NewVersion[]): Promise<void> {
  await change.insert(
    'work_order_version',
    versions.map(({ orderId, version, content }) => {
      const text = JSON.stringify(content);
      return { order_id: orderId, version, content: text, hash: hashOf(text) };
    }),
  );
}

async function reviseOrders(
  change: ChangeSet,
  orders: readonly WantedOrder[],
  stored: ReadonlyMap<string, OrderRow>,
  claimOf: ReadonlyMap<OccurrenceId, StoredClaim>,
): Promise<void> {
  const byId = new Map(orders.map((order) => [stored.get(order.key)!.id, order]));
  await change.update('work_order', [...byId.keys()], (row) => {
    const order = byId.get(Number(row.id))!;
    const isNew = !sameContent(stored.get(order.key)!.content, order.content);
    return {
      claim_id: claimOf.get(order.occurrenceId)!.id,
      due_min: order.content.dueMin,
      from_min: order.content.fromMin,
      work_min: order.workMin,
      state: 'open',
      version: Number(row.version) + (isNew ? 1 : 0),
      row_version: Number(row.row_version) + 1,
    };
  });
  await addVersions(
    change,
    orders.flatMap((order) => {
      const before = stored.get(order.key)!;
      return sameContent(before.content, order.content)
        ? []
        : [{ orderId: before.id, version: before.version + 1, content: order.content }];
    }),
  );
}

/** Orders that say the same still belong to the claim that is in force now. */
async function followClaims(
  change: ChangeSet,
  wanted: readonly WantedOrder[],
  rows: readonly OrderRow[],
  claimOf: ReadonlyMap<OccurrenceId, StoredClaim>,
): Promise<void> {
  const byKey = new Map(wanted.map((order) => [order.key, order]));
  const kept = rows.filter(({ key, state }) => byKey.has(key) && state !== 'withdrawn');
  const orders = new Map(kept.map(({ id, key }) => [id, byKey.get(key)!]));
  await change.update('work_order', [...orders.keys()], (row) => ({
    claim_id: claimOf.get(orders.get(Number(row.id))!.occurrenceId)!.id,
  }));
}

/** Brings the orders of these dates in line with what is in force, in the change's own transaction. */
export async function syncOrders(change: ChangeSet, occurrences: readonly OccurrenceId[]): Promise<void> {
  const { tx } = change;
  const ids = JSON.stringify(occurrences);
  const inForce = (await loadStandingClaims(tx, occurrences)).filter(({ status }) => status === 'in-force');
  const names = await tx.json<Names>(NAMES, { ids });
  const recipes = await loadRecipes(tx);
  const wanted = inForce.flatMap((claim) => ordersFor(orderedDate(claim, names), recipes));
  const rows = await tx.json<OrderRow[]>(STORED, { ids });
  const stored = new Map(rows.map((row) => [row.key, row]));
  const claimOf = new Map(inForce.map((claim) => [claim.occurrenceId, claim]));

  const plan = planOrders(wanted, rows satisfies StoredOrder[]);
  await addOrders(change, plan.add, claimOf);
  await followClaims(change, wanted, rows, claimOf);
  await reviseOrders(change, plan.revise, stored, claimOf);
  await change.updateVersioned(
    'work_order',
    plan.withdraw.map((key) => stored.get(key)!.id),
    { state: 'withdrawn' },
  );
}
