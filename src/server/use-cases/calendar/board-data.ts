import type { SpaceFacts } from '@/core/checks/world';
import { factsOf, type BoardCategory, type BoardData, type BoardSpace } from '@/contracts/calendar/board';
import { cacheKey, Reader } from '../../db/connection';
import { loadEquipmentFacts, loadSpaceFacts, siteDays } from '../../repositories/world/space-facts';
import { loadBoardSpaces } from './board-spaces';
import { BOARD_CATEGORIES, HOUSE_VERSION, BOARD_POOLS } from './calendar.queries';
import { loaded } from '@/core/lists';

/** Positions in a list of distinct values. */
function pooled<Value>() {
  const values: Value[] = [];
  const positions = new Map<string, number>();
  return {
    values,
    positionOf(value: Value): number {
      const text = JSON.stringify(value);
      const known = positions.get(text);
      if (known !== undefined) return known;
      positions.set(text, values.push(value) - 1);
      return values.length - 1;
    },
  };
}

const byId = <Id, Facts extends { readonly id: Id }>(all: readonly Facts[]): ReadonlyMap<Id, Facts> =>
  new Map(all.map((each) => [each.id, each]));
const idsOf = <Id>(all: readonly { readonly id: Id }[]): Id[] => all.map(({ id }) => id);

async function readBoardData(reader: Reader, version: number): Promise<BoardData> {
  const spaces = await loadBoardSpaces(reader);
  const factsOf = loaded('space', byId(await loadSpaceFacts(reader, idsOf(spaces))));
  const pools = await reader.value(BOARD_POOLS);
  const stockOf = loaded('equipment', byId(await loadEquipmentFacts(reader, idsOf(pools))));
  const { tzid, grainMin, horizonMonths } = await siteDays(reader);
  const hourSets = pooled<BoardData['hours'][number]>();
  const closureSets = pooled<BoardData['closures'][number]>();
  return {
    version,
    tzid,
    grainMin,
    horizonMonths,
    spaces: spaces.map(({ parts: _, outdoor, stepFree, ...space }) => {
      const { hours, closures, ...rest } = factsOf(space.id);
      return {
        ...space,
        outdoor: outdoor === 1,
        stepFree: stepFree === 1,
        hours: hourSets.positionOf(hours),
        closures: closureSets.positionOf(closures),
        facts: rest,
      };
    }),
    pools: pools.map((pool) => ({ ...pool, facts: stockOf(pool.id) })),
    hours: hourSets.values,
    closures: closureSets.values,
  };
}

const CACHED_BOARD = cacheKey<BoardData>('board');
const CACHED_SPACES = cacheKey<{ house: BoardData; spaces: readonly KnownSpace[] }>('known spaces');
const CACHED_TEXT = cacheKey<{ version: number; text: string }>('board as text');

/** Spaces and pools with their rules; read anew only when the house has changed. */
export async function boardData(reader: Reader): Promise<BoardData> {
  const [row] = await reader.all(HOUSE_VERSION);
  const version = row?.version ?? 0;
  const known = reader.cache.get(CACHED_BOARD);
  if (known?.version === version) return known;
  const house = await readBoardData(reader, version);
  reader.cache.set(CACHED_BOARD, house);
  return house;
}

/** A space of the house with all it is checked by. */
export interface KnownSpace extends Omit<BoardSpace, 'facts'> {
  readonly facts: SpaceFacts;
}

/** The spaces in use with their rules, in the order of the house; as `boardHouse`, read anew only when it has changed. */
export async function knownSpaces(reader: Reader): Promise<readonly KnownSpace[]> {
  const house = await boardData(reader);
  const known = reader.cache.get(CACHED_SPACES);
  if (known?.house === house) return known.spaces;
  const spaces = house.spaces.map((space) => ({ ...space, facts: factsOf(house, space) }));
  reader.cache.set(CACHED_SPACES, { house, spaces });
  return spaces;
}

/** The house as JSON text, written once while it stands. */
export async function boardDataText(
  reader: Reader,
): Promise<{ readonly version: number; readonly text: string }> {
  const house = await boardData(reader);
  const known = reader.cache.get(CACHED_TEXT);
  if (known?.version === house.version) return known;
  const written = { version: house.version, text: JSON.stringify(house) };
  reader.cache.set(CACHED_TEXT, written);
  return written;
}

export const boardCategories = (reader: Reader): Promise<BoardCategory[]> => reader.all(BOARD_CATEGORIES);
