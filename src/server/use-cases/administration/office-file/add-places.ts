import { composeSpaces } from '@/core/spaces/divisible';
import { seatsByArea } from '@/core/seating/capacity';
import { type SpaceId, type ResourceId, idOf } from '@/core/ids';
import type { OfficeInput } from '@/contracts/administration/office';
import type { Writer } from '../../../db/connection';
import { addQuestions } from './add-services';
import { addTimes, insert, known, OfficeFileError } from './office-rows';
import {
  Space,
  SpacePolicy,
  Resource,
  SpaceLayout,
  SpaceFeature,
  SpaceChild,
  SpacePart,
  SpaceTimetable,
} from '../../../db/tables/spaces';
import { writeJson } from '../../../db/tables/column';
import { Building, Timetable, TimetableException, TimetablePeriod } from '../../../db/tables/house';
import { loaded } from '@/core/lists';

type SpaceInput = OfficeInput['buildings'][number]['spaces'][number];

interface PlacedSpace {
  readonly id: number;
  readonly input: SpaceInput;
}

async function addSpace(
  tx: Writer,
  buildingId: number,
  space: SpaceInput,
  position: number,
): Promise<number> {
  const id = await insert(tx, Space, {
    building_id: buildingId,
    code: space.code,
    name: space.name,
    area_m2: space.areaM2,
    length_m: space.lengthM,
    width_m: space.widthM,
    doors: JSON.stringify(space.doors),
    obstacles: JSON.stringify(space.obstacles),
    step_free: space.stepFree ? 1 : 0,
    outdoor: space.outdoor ? 1 : 0,
    posted_limit: space.postedLimit,
    top_up_min: space.topUpMin,
    position,
  });
  await addQuestions(tx, 'space', id, space.questions);
  for (const feature of space.features) await insert(tx, SpaceFeature, { space_id: id, feature });
  for (const [index, offer] of space.layouts.entries())
    await insert(tx, SpaceLayout, {
      space_id: id,
      layout: offer.layout,
      seats: offer.seats ?? seatsByArea(space.areaM2 ?? 0, offer.layout),
      setup_min: offer.setupMin,
      strike_min: offer.strikeMin,
      position: index,
    });
  await addTimes(tx, 'space', id, space);
  return id;
}

/** One resource for each undivided space, and the closure of the composition over it. */
async function addParts(tx: Writer, spaces: readonly { id: number; input: SpaceInput }[]): Promise<void> {
  const byCode = new Map(spaces.map(({ id, input }) => [input.code, id]));
  const children = spaces.flatMap(({ id, input }) =>
    input.madeOf.map((code) => {
      const child = byCode.get(code);
      if (!child)
        throw new OfficeFileError(`space ${input.code} is made of ${code}, which is not in the file`);
      return { parent: idOf<SpaceId>(id), child: idOf<SpaceId>(child) };
    }),
  );
  const composition = composeSpaces(
    spaces.map(({ id }) => idOf<SpaceId>(id)),
    children,
  );
  if (composition.kind === 'cycle') throw new OfficeFileError('a space is made of itself: check madeOf');
  for (const { parent, child } of children)
    await insert(tx, SpaceChild, { parent_id: parent, child_id: child });
  const resourceOf = new Map<number, ResourceId>();
  for (const { id, input } of spaces)
    if (!input.madeOf.length) {
      const part = idOf<ResourceId>(await tx.table(Resource).insert({ kind: 'part', name: input.name }));
      await tx.table(Space).update({ id }, { part_id: part });
      resourceOf.set(id, part);
    }
  const partOf = loaded('the part of space', resourceOf);
  for (const [space, leaves] of composition.leaves)
    for (const leaf of leaves) await insert(tx, SpacePart, { space_id: space, resource_id: partOf(leaf) });
}

/** Buildings and spaces with their layouts, hours and parts. */
export async function addPlaces(
  tx: Writer,
  siteId: number,
  { buildings }: OfficeInput,
): Promise<PlacedSpace[]> {
  const spaces: PlacedSpace[] = [];
  for (const [index, building] of buildings.entries()) {
    const buildingId = await insert(tx, Building, {
      site_id: siteId,
      name: building.name,
      position: index,
    });
    await addTimes(tx, 'building', buildingId, building);
    for (const [position, input] of building.spaces.entries())
      spaces.push({ id: await addSpace(tx, buildingId, input, position), input });
  }
  await addParts(tx, spaces);
  return spaces;
}

type PeriodInput = OfficeInput['timetables'][number]['periods'][number];

async function addTimetable(
  tx: Writer,
  siteId: number,
  name: string,
  periods: readonly PeriodInput[],
  validity: { from: string | null; to: string | null },
): Promise<number> {
  const id = await insert(tx, Timetable, {
    site_id: siteId,
    name,
    valid_from: validity.from,
    valid_to: validity.to,
  });
  for (const [position, period] of periods.entries())
    await insert(tx, TimetablePeriod, {
      timetable_id: id,
      position,
      name: period.name,
      from_min: period.from,
      to_min: period.to,
    });
  return id;
}

/** Timetables, and for each date with other periods a timetable of its own to stand in. */
export async function addTimetables(
  tx: Writer,
  siteId: number,
  { timetables }: OfficeInput,
): Promise<Map<string, number>> {
  const ids = new Map<string, number>();
  for (const { name, periods, exceptions, ...validity } of timetables) {
    const id = await addTimetable(tx, siteId, name, periods, validity);
    ids.set(name, id);
    for (const { on, periods: others } of exceptions) {
      const instead = others.length
        ? await addTimetable(tx, siteId, `${name}, ${on}`, others, { from: on, to: on })
        : null;
      await insert(tx, TimetableException, { timetable_id: id, on_date: on, instead_id: instead });
    }
  }
  return ids;
}

/** What the house asks of requests for a space, and the periods it is given by. */
export async function addPolicies(
  tx: Writer,
  spaces: readonly PlacedSpace[],
  timetables: ReadonlyMap<string, number>,
  organisations: ReadonlyMap<string, number>,
): Promise<void> {
  for (const { id, input } of spaces) {
    for (const line of input.policies)
      await tx.table(SpacePolicy).insert({
        space_id: idOf<SpaceId>(id),
        valid_from: line.from,
        notice_min: line.noticeMin,
        horizon_months: line.horizonMonths,
        shortest_min: line.shortestMin,
        longest_min: line.longestMin,
        granted: line.granted,
        who: writeJson({
          roles: line.roles,
          organisations: line.organisations.map((name) => known(organisations, name, 'organisation')),
        }),
      });
    for (const name of input.timetables)
      await insert(tx, SpaceTimetable, {
        space_id: id,
        timetable_id: known(timetables, name, 'timetable'),
      });
  }
}
