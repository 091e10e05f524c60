import { rulesThatBefallBy } from '@/core/checks/findings';
import { say } from '@/contracts/language/say';
import type { SpaceDoc } from '@/contracts/house-book/places';
import { done, type Outcome } from '@/contracts/refusal';
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
  oneJson,
  referenceFaults,
  todayOf,
  replaceRows,
  writeRow,
  type Keeper,
} from '../keeper';
import { loadHours, loadQuestionRows, storeHours, storeQuestions } from '../own-rows';
import { compose } from './compose';
import {
  Space,
  SpaceChild,
  SpacePolicy,
  SpaceLayout,
  SpaceTimetable,
  SpaceFeature,
} from '../../../../db/tables/spaces';
import { Picture } from '../../../../db/tables/house';
import { mainSite } from '../../../../repositories/house/main-site';
import { readJson } from '../../../../db/tables/column';

type Row = Omit<SpaceDoc, 'hours' | 'questions' | 'stepFree' | 'outdoor'> & {
  stepFree: 0 | 1;
  outdoor: 0 | 1;
};

const SPACE = `SELECT json_object('buildingId', s.building_id, 'code', s.code, 'name', s.name, 'areaM2', s.area_m2, 'lengthM', s.length_m, 'widthM', s.width_m,
  'stepFree', s.step_free, 'outdoor', s.outdoor, 'postedLimit', s.posted_limit, 'topUpMin', s.top_up_min, 'seenBy', json(s.seen_by),
  'madeOf', (SELECT json_group_array(child_id ORDER BY child_id) FROM space_child WHERE parent_id = s.id),
  'features', (SELECT json_group_array(feature ORDER BY feature) FROM space_feature WHERE space_id = s.id),
  'layouts', (SELECT json_group_array(json_object('layout', layout, 'seats', seats, 'setupMin', setup_min, 'strikeMin', strike_min) ORDER BY position)
    FROM space_layout WHERE space_id = s.id),
  'policies', (SELECT json_group_array(json_object('from', valid_from, 'noticeMin', notice_min, 'horizonMonths', horizon_months, 'shortestMin', shortest_min,
    'longestMin', longest_min, 'granted', granted, 'roles', json(who->'roles'), 'organisations', json(who->'organisations')) ORDER BY valid_from) FROM space_policy WHERE space_id = s.id),
  'timetables', (SELECT json_group_array(timetable_id ORDER BY timetable_id) FROM space_timetable WHERE space_id = s.id),
  'doors', json(s.doors), 'obstacles', json(s.obstacles)) FROM space s WHERE s.id = $id`;

async function load(reader: Reader, id: number): Promise<SpaceDoc | null> {
  const row = await oneJson<Row>(reader, SPACE, id);
  return (
    row && {
      ...row,
      stepFree: row.stepFree === 1,
      outdoor: row.outdoor === 1,
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
async function houseMinutes(
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
  const usual = await houseMinutes(tx);
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
  if (doc.madeOf.some((part) => part === id)) return fault('madeOf', say`A space is not made of itself.`);
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
      say`That goes round in a circle: ${composed.names.join(say` is made of `)}. Leave one of them out.`,
    );
  if (composed.kind === 'overlap')
    return fault(
      'madeOf',
      say`Dates would stand on top of each other then: ${listText(composed.pairs)}. Move one of each pair first, or make another space.`,
    );
  return done(id);
}

const COMING = `FROM claim c JOIN claim_space s ON s.claim_id = c.id JOIN occurrence o ON o.standing_id = c.id WHERE s.space_id = $id AND c.end_min > $now`;

export const spaceKeeper: Keeper<'space'> = {
  table: 'space',
  retires: true,
  lines: `SELECT s.id, s.name, json_array(s.code, b.name, (SELECT MAX(seats) FROM space_layout l WHERE l.space_id = s.id)) AS note,
    s.retired_at IS NOT NULL AS isRetired FROM space s JOIN building b ON b.id = s.building_id ORDER BY b.position, b.id, s.position, s.id`,
  noteOf: ([code, building, seats]) =>
    [code, building, seats !== null && countText(Number(seats), 'seat', 'seats')].filter(Boolean).join(', '),
  nameOf: ({ name }) => name,
  load,
  faults: async (reader, id, doc) => [
    ...(await nameFaults(reader, 'space', id, doc.code, { column: 'code', path: 'code', what: 'code' })),
    ...(await referenceFaults(reader, [
      { path: 'buildingId', table: 'building', ids: [doc.buildingId] },
      { path: 'madeOf', table: 'space', ids: doc.madeOf },
      { path: 'timetables', table: 'timetable', ids: doc.timetables },
      ...doc.policies.map(({ organisations }, index) => ({
        path: `policies.${index}.organisations`,
        table: 'organisation',
        ids: organisations,
      })),
    ])),
  ],
  store: async (change, id, doc, before) => {
    const { tx } = change;
    const where = 'building_id = $building';
    const moves = before?.buildingId !== doc.buildingId;
    const position = moves ? await lastPosition(tx, 'space', where, { building: doc.buildingId }) : null;
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
        `SELECT COUNT(DISTINCT o.id) AS n ${COMING} AND o.state = 'approved'`,
        (n) =>
          say`${countText(n, 'approved date', 'approved dates')} to come ${n === 1 ? say`stays` : say`stay`} there.`,
      ],
      [
        `SELECT COUNT(DISTINCT o.id) AS n ${COMING} AND o.state = 'waiting'`,
        (n) => say`${countText(n, 'waiting date wants', 'waiting dates want')} it.`,
      ],
      [
        `SELECT COUNT(*) AS n FROM space_child k JOIN space p ON p.id = k.parent_id WHERE k.child_id = $id AND p.retired_at IS NULL`,
        (n) =>
          say`${countText(n, 'space is', 'spaces are')} made of it and ${n === 1 ? say`stays` : say`stay`} in use.`,
      ],
    ),
  remove: async (tx, id) => {
    for (const table of ['space_feature', 'space_layout', 'space_policy', 'space_timetable', 'space_part'])
      await tx.run(`DELETE FROM ${table} WHERE space_id = $id`, { id });
    await tx.table(SpaceChild).remove({ parent_id: id });
    for (const table of ['hours', 'closure', 'question'])
      await tx.run(`DELETE FROM ${table} WHERE owner_kind = 'space' AND owner_id = $id`, { id });
    await tx.table(Picture).remove({ owner_kind: 'space', owner_id: id });
    await tx.table(Space).remove({ id });
  },
};
