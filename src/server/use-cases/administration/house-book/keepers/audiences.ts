import { say } from '@/contracts/language/say';
import type { AudienceDoc } from '@/contracts/house-book/things';
import { done } from '@/contracts/refusal';
import { countText } from '@/contracts/words/when';
import type { ChangeSet } from '../../../../repositories/changes/change-set';
import { counted, lastPosition, nameFaults, oneJson, writeRow, type Keeper } from '../keeper';
import { Request } from '../../../../db/tables/requests';
import { readJson, writeJson } from '../../../../db/tables/column';
import { REQUESTS_FOR_AUDIENCE, names } from './keepers.queries';
import { Audience } from '../../../../db/tables/house';

const renamed = (list: string) =>
  `(SELECT json_group_array(iif(j.value = $old, $new, j.value)) FROM json_each(${list}) j)`;

/** Categories, calendars and requests name audiences as they are called: all of them follow in the same change. */
async function rename(change: ChangeSet, old: string, now: string): Promise<void> {
  const { tx } = change;
  const bind = { old, new: now };
  await tx.run(
    `UPDATE category SET audiences = ${renamed('audiences')}, row_version = row_version + 1 WHERE ${names('audiences')}`,
    bind,
  );
  await tx.run(
    `UPDATE calendar SET filter = json_set(filter, '$.audiences', json(${renamed("filter->'audiences'")})), row_version = row_version + 1 WHERE ${names("filter->'audiences'")}`,
    bind,
  );
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

export const audienceKeeper: Keeper<'audience'> = {
  table: 'audience',
  retires: true,
  lines: `SELECT a.id, a.name, COALESCE((SELECT group_concat(c.name, ', ') FROM category c WHERE c.retired_at IS NULL
      AND EXISTS (SELECT 1 FROM json_each(c.audiences) j WHERE j.value = a.name)), '') AS note,
    a.retired_at IS NOT NULL AS isRetired FROM audience a ORDER BY a.position, a.id`,
  nameOf: ({ name }) => name,
  load: (reader, id) =>
    oneJson<AudienceDoc>(reader, `SELECT json_object('name', name) FROM audience WHERE id = $id`, id),
  faults: (reader, id, { name }) => nameFaults(reader, 'audience', id, name),
  store: async (change, id, { name }, before) => {
    const { tx } = change;
    const row = await writeRow(tx, Audience, id, {
      name,
      ...(id === null && { position: await lastPosition(tx, 'audience') }),
    });
    if (before && before.name !== name) await rename(change, before.name, name);
    return done(row);
  },
  usedBy: async (reader, id) => {
    const named = (list: string) =>
      `EXISTS (SELECT 1 FROM json_each(${list}) j WHERE j.value = (SELECT name FROM audience WHERE id = $id))`;
    return counted(
      reader,
      { id },
      [
        `SELECT COUNT(*) AS n FROM category WHERE retired_at IS NULL AND ${named('audiences')}`,
        (n) => say`${countText(n, 'category is', 'categories are')} usually for it.`,
      ],
      [
        `SELECT COUNT(*) AS n FROM request WHERE ${named('audiences')}`,
        (n) =>
          say`${countText(n, 'request is', 'requests are')} for it and ${n === 1 ? say`stays` : say`stay`} so.`,
      ],
      [
        `SELECT COUNT(*) AS n FROM calendar WHERE kind = 'made' AND retired_min IS NULL AND ${named("filter->'audiences'")}`,
        (n) => say`${countText(n, 'calendar goes', 'calendars go')} by it.`,
      ],
    );
  },
  remove: (tx, id) => tx.table(Audience).remove({ id }),
};
