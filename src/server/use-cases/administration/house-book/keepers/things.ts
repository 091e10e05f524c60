import { say } from '@/contracts/language/say';
import type { CategoryDoc, ServiceDoc, StoreDoc } from '@/contracts/house-book/things';
import { done, type FieldFault } from '@/contracts/refusal';
import { countText } from '@/contracts/words/when';
import { freeSlug } from '../../../publishing/keep/save-calendar';
import type { Reader } from '../../../../db/connection';
import {
  counted,
  lastPosition,
  nameFaults,
  oneJson,
  referenceFaults,
  todayOf,
  writeRow,
  type Keeper,
} from '../keeper';
import { loadQuestionRows, storeQuestions } from '../own-rows';
import { siteId } from './spaces-of';
import { COUNT_AUDIENCES, TYPES_OF_STORE } from './keepers.queries';
import { Service, Store } from '../../../../db/tables/spaces';
import { Category, Question } from '../../../../db/tables/house';
import { Calendar } from '../../../../db/tables/publishing';

export const storeKeeper: Keeper<'store'> = {
  table: 'store',
  retires: true,
  lines: `SELECT s.id, s.name, json_array((SELECT COUNT(*) FROM equipment_type t WHERE t.store_id = s.id AND t.retired_at IS NULL)) AS note,
    s.retired_at IS NOT NULL AS isRetired FROM store s ORDER BY s.id`,
  noteOf: ([count]) => countText(Number(count), 'kind of equipment', 'kinds of equipment'),
  nameOf: ({ name }) => name,
  load: (reader, id) =>
    oneJson<StoreDoc>(reader, `SELECT json_object('name', name) FROM store WHERE id = $id`, id),
  faults: (reader, id, { name }) => nameFaults(reader, 'store', id, name),
  store: async ({ tx }, id, { name }) =>
    done(await writeRow(tx, Store, id, { name, site_id: await siteId(tx) })),
  touches: async (reader, id, before, after) => ({
    types: (await reader.all(TYPES_OF_STORE, { id })).map((each) => each.id),
    isQuoted: before !== null && before.name !== after?.name,
  }),
  holdsBack: (reader, id) =>
    counted(reader, { id }, [
      'SELECT COUNT(*) AS n FROM equipment_type WHERE store_id = $id AND retired_at IS NULL',
      (n) =>
        say`${countText(n, 'kind of equipment is', 'kinds of equipment are')} kept there. Put them elsewhere first.`,
    ]),
  usedBy: (reader, id) =>
    counted(reader, { id }, [
      'SELECT COUNT(*) AS n FROM equipment_type WHERE store_id = $id',
      (n) =>
        say`${countText(n, 'kind', 'kinds')} of equipment out of use ${n === 1 ? say`names` : 'name'} it.`,
    ]),
  remove: (tx, id) => tx.table(Store).remove({ id }),
};

export const serviceKeeper: Keeper<'service'> = {
  table: 'service',
  retires: true,
  lines: `SELECT s.id, s.name, t.name AS note, s.retired_at IS NOT NULL AS isRetired FROM service s JOIN team t ON t.id = s.team_id ORDER BY s.position, s.id`,
  nameOf: ({ name }) => name,
  load: async (reader, id) => {
    const row = await oneJson<Omit<ServiceDoc, 'questions'>>(
      reader,
      `SELECT json_object('name', name, 'about', about, 'teamId', team_id, 'leadDays', lead_days, 'crewMin', crew_min) FROM service WHERE id = $id`,
      id,
    );
    return row && { ...row, questions: await loadQuestionRows(reader, 'service', id) };
  },
  faults: async (reader, id, { name, teamId }) => [
    ...(await nameFaults(reader, 'service', id, name)),
    ...(await referenceFaults(reader, [{ path: 'teamId', table: 'team', ids: [teamId] }])),
  ],
  store: async (change, id, doc) => {
    const { tx } = change;
    const row = await writeRow(tx, Service, id, {
      name: doc.name,
      about: doc.about,
      team_id: doc.teamId,
      lead_days: doc.leadDays,
      crew_min: doc.crewMin,
      ...(id === null && { position: await lastPosition(tx, 'service') }),
    });
    await storeQuestions(tx, 'service', row, doc.questions, await todayOf(change));
    return done(row);
  },
  touches: async () => ({ isQuoted: true }),
  usedBy: (reader, id, now) =>
    counted(
      reader,
      { id, now },
      [
        `SELECT COUNT(DISTINCT o.id) AS n FROM claim_service v JOIN claim c ON c.id = v.claim_id JOIN occurrence o ON o.standing_id = c.id
         WHERE v.service_id = $id AND c.end_min > $now AND o.state IN ('approved', 'waiting')`,
        (n) => say`${countText(n, 'date', 'dates')} to come ${n === 1 ? say`keeps` : say`keep`} it.`,
      ],
      [
        `SELECT COUNT(*) AS n FROM recipe r WHERE r.retired_at IS NULL AND EXISTS (SELECT 1 FROM json_each(r.scope->'services') j WHERE j.value = $id)`,
        (n) => say`${countText(n, 'recipe is', 'recipes are')} about it.`,
      ],
    ),
  remove: async (tx, id) => {
    await tx.table(Question).remove({ owner_kind: 'service', owner_id: id });
    await tx.table(Service).remove({ id });
  },
};

type CategoryRow = Omit<CategoryDoc, 'questions' | 'publish'> & { publish: 0 | 1 };

/** Audiences are named as they are called. */
async function audienceFaults(reader: Reader, audiences: readonly string[]): Promise<FieldFault[]> {
  const [row] = await reader.all(COUNT_AUDIENCES, { names: audiences });
  return row!.n < new Set(audiences).size
    ? [{ path: 'audiences', message: say`This is there no more. Reload the page and choose again.` }]
    : [];
}

export const categoryKeeper: Keeper<'category'> = {
  table: 'category',
  retires: true,
  lines: `SELECT id, name, mark || ', ' || hue AS note, retired_at IS NOT NULL AS isRetired FROM category ORDER BY position, id`,
  nameOf: ({ name }) => name,
  load: async (reader, id) => {
    const row = await oneJson<CategoryRow>(
      reader,
      `SELECT json_object('name', name, 'mark', mark, 'hue', hue, 'about', about, 'publish', publish_by_default, 'audiences', json(audiences)) FROM category WHERE id = $id`,
      id,
    );
    return (
      row && { ...row, publish: row.publish === 1, questions: await loadQuestionRows(reader, 'category', id) }
    );
  },
  faults: async (reader, id, { name, mark, audiences }) => [
    ...(await audienceFaults(reader, audiences)),
    ...(await nameFaults(reader, 'category', id, name)),
    ...(await nameFaults(reader, 'category', id, mark, { column: 'mark', path: 'mark', what: 'mark' })),
  ],
  // Every category begins with a public calendar of its own; what becomes of that is kept with the calendars.
  store: async (change, id, doc) => {
    const { tx } = change;
    const position = await lastPosition(tx, 'category');
    const row = await writeRow(tx, Category, id, {
      name: doc.name,
      mark: doc.mark,
      hue: doc.hue,
      about: doc.about,
      publish_by_default: doc.publish ? 1 : 0,
      audiences: JSON.stringify(doc.audiences),
      ...(id === null && { position }),
    });
    await storeQuestions(tx, 'category', row, doc.questions, await todayOf(change));
    if (id === null)
      await writeRow(tx, Calendar, null, {
        slug: await freeSlug(tx, doc.name, null),
        name: doc.name,
        about: doc.about,
        filter: JSON.stringify({ categories: [row], spaces: [] }),
        position: await lastPosition(tx, 'calendar'),
      });
    return done(row);
  },
  usedBy: (reader, id, now) =>
    counted(
      reader,
      { id, now },
      [
        `SELECT COUNT(DISTINCT o.request_id) AS n FROM request_category k JOIN occurrence o ON o.request_id = k.request_id AND o.state IN ('approved', 'waiting')
         JOIN claim c ON c.id = o.standing_id AND c.end_min > $now WHERE k.category_id = $id`,
        (n) =>
          say`${countText(n, 'request', 'requests')} with dates to come ${n === 1 ? say`stays` : say`stay`} in it.`,
      ],
      [
        `SELECT COUNT(*) AS n FROM calendar k WHERE k.kind = 'made' AND k.retired_min IS NULL AND EXISTS (SELECT 1 FROM json_each(k.filter->'categories') j WHERE j.value = $id)`,
        (n) =>
          say`${countText(n, 'calendar goes', 'calendars go')} by it; end ${n === 1 ? say`it` : say`them`} with the calendars.`,
      ],
    ),
  remove: async (tx, id) => {
    await tx.table(Question).remove({ owner_kind: 'category', owner_id: id });
    await tx.table(Category).remove({ id });
  },
};
