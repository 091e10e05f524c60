import { t } from '@/contracts/language/translate';
import { done, type FieldFault } from '@/contracts/base/refusal';
import { countText } from '@/contracts/words/when';
import { freeSlug } from '../../../publishing/keep/save-calendar';
import type { Reader } from '../../../../db/connection';
import {
  counted,
  lastPosition,
  nameFaults,
  referenceFaults,
  todayOf,
  writeRow,
  type EntryRepository,
} from '../entry-repository';
import { loadQuestionRows, storeQuestions } from '../own-rows';
import { siteId } from './spaces-of';
import { COUNT_AUDIENCES, TYPES_OF_STORE } from './shared.queries';
import { Service, Store, Team } from '../../../../db/tables/spaces';
import { Category, Question } from '../../../../db/tables/house';
import { Calendar } from '../../../../db/tables/publishing';
import {
  CALENDARS_OF_CATEGORY,
  CATEGORY_DOC,
  CATEGORY_LINES,
  DATES_WITH_SERVICE,
  TEMPLATES_FOR_SERVICE,
  REQUESTS_IN_CATEGORY,
  SERVICE_DOC,
  SERVICE_LINES,
  STORE_DOC,
  STORE_LINES,
  TYPES_EVER_THERE,
  TYPES_IN_USE_THERE,
} from './things.queries';

export const storeRepository: EntryRepository<'store'> = {
  table: Store,
  retires: true,
  lines: STORE_LINES,
  noteOf: ([count]) => countText(Number(count), 'kind of equipment', 'kinds of equipment'),
  nameOf: ({ name }) => name,
  load: (reader, id) => reader.value(STORE_DOC, { id }),
  faults: (reader, id, { name }) => nameFaults(reader, Store, id, name),
  store: async ({ tx }, id, { name }) =>
    done(await writeRow(tx, Store, id, { name, site_id: await siteId(tx) })),
  touches: async (reader, id, before, after) => ({
    types: (await reader.all(TYPES_OF_STORE, { id })).map((each) => each.id),
    isQuoted: before !== null && before.name !== after?.name,
  }),
  holdsBack: (reader, id, now) =>
    counted(reader, { id, now }, [
      TYPES_IN_USE_THERE,
      (n) =>
        t`${countText(n, 'kind of equipment is', 'kinds of equipment are')} stored there. Move them elsewhere first.`,
    ]),
  usedBy: (reader, id, now) =>
    counted(reader, { id, now }, [
      TYPES_EVER_THERE,
      (n) => t`${countText(n, 'kind', 'kinds')} of equipment out of use ${n === 1 ? t`names` : 'name'} it.`,
    ]),
  remove: (tx, id) => tx.table(Store).remove({ id }),
};

export const serviceRepository: EntryRepository<'service'> = {
  table: Service,
  retires: true,
  lines: SERVICE_LINES,
  nameOf: ({ name }) => name,
  load: async (reader, id) => {
    const row = await reader.value(SERVICE_DOC, { id });
    return row && { ...row, questions: await loadQuestionRows(reader, 'service', id) };
  },
  faults: async (reader, id, { name, teamId }) => [
    ...(await nameFaults(reader, Service, id, name)),
    ...(await referenceFaults(reader, [{ path: 'teamId', table: Team, ids: [teamId] }])),
  ],
  store: async (change, id, doc) => {
    const { tx } = change;
    const row = await writeRow(tx, Service, id, {
      name: doc.name,
      about: doc.about,
      team_id: doc.teamId,
      lead_days: doc.leadDays,
      crew_min: doc.crewMin,
      ...(id === null && { position: await lastPosition(tx, Service) }),
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
        DATES_WITH_SERVICE,
        (n) => t`${countText(n, 'date', 'dates')} to come ${n === 1 ? t`keeps` : t`keep`} it.`,
      ],
      [TEMPLATES_FOR_SERVICE, (n) => t`${countText(n, 'template is', 'templates are')} about it.`],
    ),
  remove: async (tx, id) => {
    await tx.table(Question).remove({ owner_kind: 'service', owner_id: id });
    await tx.table(Service).remove({ id });
  },
};

/** Audiences are named as they are called. */
async function audienceFaults(reader: Reader, audiences: readonly string[]): Promise<FieldFault[]> {
  const row = await reader.one(COUNT_AUDIENCES, { names: audiences });
  return row.n < new Set(audiences).size
    ? [{ path: 'audiences', message: t`This is there no more. Reload the page and choose again.` }]
    : [];
}

export const categoryRepository: EntryRepository<'category'> = {
  table: Category,
  retires: true,
  lines: CATEGORY_LINES,
  nameOf: ({ name }) => name,
  load: async (reader, id) => {
    const row = await reader.value(CATEGORY_DOC, { id });
    return row && { ...row, questions: await loadQuestionRows(reader, 'category', id) };
  },
  faults: async (reader, id, { name, mark, audiences }) => [
    ...(await audienceFaults(reader, audiences)),
    ...(await nameFaults(reader, Category, id, name)),
    ...(await nameFaults(reader, Category, id, mark, { column: 'mark', path: 'mark', what: 'mark' })),
  ],
  // Every category begins with a public calendar of its own; what becomes of that is kept with the calendars.
  store: async (change, id, doc) => {
    const { tx } = change;
    const position = await lastPosition(tx, Category);
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
        position: await lastPosition(tx, Calendar),
      });
    return done(row);
  },
  usedBy: (reader, id, now) =>
    counted(
      reader,
      { id, now },
      [
        REQUESTS_IN_CATEGORY,
        (n) =>
          t`${countText(n, 'request', 'requests')} with dates to come ${n === 1 ? t`stays` : t`stay`} in it.`,
      ],
      [
        CALENDARS_OF_CATEGORY,
        (n) =>
          t`${countText(n, 'calendar goes', 'calendars go')} by it; end ${n === 1 ? t`it` : t`them`} with the calendars.`,
      ],
    ),
  remove: async (tx, id) => {
    await tx.table(Question).remove({ owner_kind: 'category', owner_id: id });
    await tx.table(Category).remove({ id });
  },
};
