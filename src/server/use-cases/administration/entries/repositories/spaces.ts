import { rulesThatBefallBy } from '@/core/checks/findings';
import { t } from '@/contracts/language/translate';
import type { SpaceDoc } from '@/contracts/administration/places';
import { done, type Outcome } from '@/contracts/base/refusal';
import { countText } from '@/contracts/words/when';
import { listText } from '@/contracts/words/rule';
import { seatsByArea } from '@/core/seating/capacity';
import type { Layout } from '@/core/seating/layouts';
import type { ChangeSet } from '../../../../repositories/changes/change-set';
import type { Reader, Writer } from '../../../../db/connection';
import {
  counted,
  fault,
  lastPosition,
  nameFaults,
  referenceFaults,
  todayOf,
  replaceRows,
  writeRow,
  type EntryRepository,
} from '../entry-repository';
import { loadHours, loadQuestionRows, storeHours, storeQuestions } from '../own-rows';
import { compose } from './compose';
import {
  Space,
  SpaceChild,
  SpacePolicy,
  SpaceLayout,
  SpaceTimetable,
  SpaceFeature,
  SpacePart,
} from '../../../../db/tables/spaces';
import {
  Picture,
  Building,
  Timetable,
  Organisation,
  Question,
  Hours,
  Closure,
} from '../../../../db/tables/house';
import { mainSite } from '../../../../repositories/house/main-site';
import { readJson } from '../../../../db/tables/column';
import {
  APPROVED_IN_SPACE,
  SPACES_MADE_OF_IT,
  SPACE_DOC,
  SPACE_LINES,
  WAITING_IN_SPACE,
} from './places.queries';
import { idOf, type SpaceId } from '@/core/ids';

async function load(reader: Reader, id: number): Promise<SpaceDoc | null> {
  const row = await reader.value(SPACE_DOC, { id });
  return (
    row && {
      ...row,
      hours: await loadHours(reader, 'space', id),
      questions: await loadQuestionRows(reader, 'space', id),
    }
  );
}

const columnsOf = (doc: SpaceDoc) => ({
  building_id: doc.buildingId,
  code: doc.code,
  name: doc.name,
  area_m2: doc.areaM2,
  length_m: doc.lengthM,
  width_m: doc.widthM,
  step_free: doc.stepFree ? 1 : 0,
  outdoor: doc.outdoor ? 1 : 0,
  posted_limit: doc.postedLimit,
  top_up_min: doc.topUpMin,
  seen_by: JSON.stringify(doc.seenBy),
  doors: JSON.stringify(doc.doors),
  obstacles: JSON.stringify(doc.obstacles),
});

const USUAL_MIN = 30;

/** What setting and clearing take in this house, where it says so for the layout; half an hour else. */
async function usualMinutes(
  tx: Writer,
): Promise<(layout: Layout) => { setupMin: number; strikeMin: number }> {
  const site = await mainSite(tx);
  const all = site ? readJson(site.layout_minutes) : [];
  return (layout) =>
    all.find((each) => each.layout === layout) ?? { setupMin: USUAL_MIN, strikeMin: USUAL_MIN };
}

const policyRow = (policy: SpaceDoc['policies'][number]) => ({
  valid_from: policy.from,
  notice_min: policy.noticeMin,
  horizon_months: policy.horizonMonths,
  shortest_min: policy.shortestMin,
  longest_min: policy.longestMin,
  granted: policy.granted,
  who: JSON.stringify({ roles: policy.roles, organisations: policy.organisations }),
});

/** Everything that belongs to the space alone. */
async function storeOwn(tx: Writer, id: number, doc: SpaceDoc, today: string): Promise<void> {
  const owner = { space_id: id };
  const usual = await usualMinutes(tx);
  const layouts = doc.layouts.map(({ layout, seats, setupMin, strikeMin }, position) => ({
    layout,
    seats: seats ?? seatsByArea(doc.areaM2 ?? 0, layout),
    setup_min: setupMin ?? usual(layout).setupMin,
    strike_min: strikeMin ?? usual(layout).strikeMin,
    position,
  }));
  const features = doc.features.map((feature) => ({ feature }));
  const timetables = doc.timetables.map((timetable_id) => ({ timetable_id }));
  await replaceRows(tx, SpaceFeature, owner, features);
  await replaceRows(tx, SpaceLayout, owner, layouts);
  await replaceRows(tx, SpacePolicy, owner, doc.policies.map(policyRow));
  await replaceRows(tx, SpaceTimetable, owner, timetables);
  await storeHours(tx, 'space', id, doc.hours);
  await storeQuestions(tx, 'space', id, doc.questions, today);
}

async function storeParts(
  change: ChangeSet,
  id: number,
  doc: SpaceDoc,
  before: SpaceDoc | null,
): Promise<Outcome<number>> {
  if (before && JSON.stringify(before.madeOf) === JSON.stringify([...doc.madeOf].sort((a, b) => a - b)))
    return done(id);
  if (doc.madeOf.some((part) => part === id)) return fault('madeOf', t`A space is not made of itself.`);
  await replaceRows(
    change.tx,
    SpaceChild,
    { parent_id: id },
    doc.madeOf.map((child_id) => ({ child_id })),
  );
  const composed = await compose(change);
  if (composed.kind === 'cycle')
    return fault(
      'madeOf',
      t`That goes round in a circle: ${composed.names.join(t` is made of `)}. Leave one of them out.`,
    );
  if (composed.kind === 'overlap')
    return fault(
      'madeOf',
      t`Dates would overlap then: ${listText(composed.pairs)}. Move one of each pair first, or make another space.`,
    );
  return done(id);
}

export const spaceRepository: EntryRepository<'space'> = {
  table: Space,
  retires: true,
  lines: SPACE_LINES,
  noteOf: ([code, building, seats]) =>
    [code, building, seats !== null && countText(Number(seats), 'seat', 'seats')].filter(Boolean).join(', '),
  nameOf: ({ name }) => name,
  load,
  faults: async (reader, id, doc) => [
    ...(await nameFaults(reader, Space, id, doc.code, { column: 'code', path: 'code', what: 'code' })),
    ...(await referenceFaults(reader, [
      { path: 'buildingId', table: Building, ids: [doc.buildingId] },
      { path: 'madeOf', table: Space, ids: doc.madeOf },
      { path: 'timetables', table: Timetable, ids: doc.timetables },
      ...doc.policies.map(({ organisations }, index) => ({
        path: `policies.${index}.organisations`,
        table: Organisation,
        ids: organisations,
      })),
    ])),
  ],
  store: async (change, id, doc, before) => {
    const { tx } = change;
    const moves = before?.buildingId !== doc.buildingId;
    const position = moves ? await lastPosition(tx, Space, { building_id: doc.buildingId }) : null;
    const row = await writeRow(tx, Space, id, {
      ...columnsOf(doc),
      ...(position !== null && { position }),
    });
    await storeOwn(tx, row, doc, await todayOf(change));
    return storeParts(change, row, doc, before);
  },
  touches: async (_, id, before, after) => ({
    spaces: [id],
    rules: rulesThatBefallBy('parts', 'hours', 'closures', 'postedLimit', 'layouts'),
    isQuoted:
      before !== null &&
      JSON.stringify([before.name, before.areaM2, before.buildingId, before.layouts]) !==
        JSON.stringify([after?.name, after?.areaM2, after?.buildingId, after?.layouts]),
    isFiltered: before !== null && before.buildingId !== after?.buildingId,
  }),
  usedBy: (reader, id, now) =>
    counted(
      reader,
      { id, now },
      [
        APPROVED_IN_SPACE,
        (n) =>
          t`${countText(n, 'approved date', 'approved dates')} to come ${n === 1 ? t`stays` : t`stay`} there.`,
      ],
      [WAITING_IN_SPACE, (n) => t`${countText(n, 'waiting date wants', 'waiting dates want')} it.`],
      [
        SPACES_MADE_OF_IT,
        (n) =>
          t`${countText(n, 'space is', 'spaces are')} made of it and ${n === 1 ? t`stays` : t`stay`} in use.`,
      ],
    ),
  remove: async (tx, id) => {
    for (const table of [SpaceFeature, SpaceLayout, SpacePolicy, SpaceTimetable, SpacePart])
      await tx.table(table).remove({ space_id: idOf<SpaceId>(id) });
    await tx.table(SpaceChild).remove({ parent_id: id });
    for (const table of [Hours, Closure, Question])
      await tx.table(table).remove({ owner_kind: 'space', owner_id: id });
    await tx.table(Picture).remove({ owner_kind: 'space', owner_id: id });
    await tx.table(Space).remove({ id });
  },
};
