import { t } from '@/contracts/language/translate';
import { done } from '@/contracts/base/refusal';
import { countText } from '@/contracts/words/when';
import type { ChangeSet } from '../../../../repositories/changes/change-set';
import { counted, lastPosition, nameFaults, writeRow, type EntryRepository } from '../entry-repository';
import { Request } from '../../../../db/tables/requests';
import { readJson, writeJson } from '../../../../db/tables/column';
import { Audience } from '../../../../db/tables/house';
import {
  RENAME_IN_CATEGORIES,
  REQUESTS_FOR_AUDIENCE,
  AUDIENCE_DOC,
  AUDIENCE_LINES,
  CALENDARS_BY_AUDIENCE,
  CATEGORIES_FOR_AUDIENCE,
  COUNT_FOR_AUDIENCE,
} from './things.queries';
import { RENAME_IN_CALENDARS } from '../../../../repositories/publishing/published.queries';

/** Categories, calendars and requests name audiences as they are called: all of them follow in the same change. */
async function rename(change: ChangeSet, old: string, now: string): Promise<void> {
  const { tx } = change;
  await tx.execute(RENAME_IN_CATEGORIES, { old, new: now });
  await tx.execute(RENAME_IN_CALENDARS, { old, new: now });
  const requests = await tx.all(REQUESTS_FOR_AUDIENCE, { old });
  const isCalled = (audience: string) => (audience === old ? now : audience);
  await change.update(
    Request,
    requests.map(({ id }) => id),
    (row) => ({
      audiences: writeJson(readJson(row.audiences).map(isCalled)),
      row_version: row.row_version + 1,
    }),
  );
}

export const audienceRepository: EntryRepository<'audience'> = {
  table: Audience,
  retires: true,
  lines: AUDIENCE_LINES,
  nameOf: ({ name }) => name,
  load: (reader, id) => reader.value(AUDIENCE_DOC, { id }),
  faults: (reader, id, { name }) => nameFaults(reader, Audience, id, name),
  store: async (change, id, { name }, before) => {
    const { tx } = change;
    const row = await writeRow(tx, Audience, id, {
      name,
      ...(id === null && { position: await lastPosition(tx, Audience) }),
    });
    if (before && before.name !== name) await rename(change, before.name, name);
    return done(row);
  },
  usedBy: async (reader, id, now) => {
    return counted(
      reader,
      { id, now },
      [CATEGORIES_FOR_AUDIENCE, (n) => t`${countText(n, 'category is', 'categories are')} usually for it.`],
      [
        COUNT_FOR_AUDIENCE,
        (n) =>
          t`${countText(n, 'request is', 'requests are')} for it and ${n === 1 ? t`stays` : t`stay`} so.`,
      ],
      [CALENDARS_BY_AUDIENCE, (n) => t`${countText(n, 'calendar goes', 'calendars go')} by it.`],
    );
  },
  remove: (tx, id) => tx.table(Audience).remove({ id }),
};
