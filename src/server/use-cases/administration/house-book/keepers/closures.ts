import { rulesThatBefallBy } from '@/core/checks/findings';
import { say } from '@/contracts/language/say';
import type { ClosureDoc } from '@/contracts/house-book/places';
import { done } from '@/contracts/refusal';
import type { Reader } from '../../../../db/connection';
import { oneJson, referenceFaults, writeRow, type Keeper } from '../keeper';
import { furtherSite, siteId, SPACES_OF } from './spaces-of';
import { Closure } from '../../../../db/tables/house';

const CLOSURE = `SELECT json_object('kind', kind, 'owner', owner_kind, 'siteId', iif(owner_kind = 'site', ${furtherSite('owner_id')}, NULL), 'buildingId', iif(owner_kind = 'building', owner_id, NULL),
  'spaceId', iif(owner_kind = 'space', owner_id, NULL), 'from', start_local, 'to', end_local, 'reason', reason) FROM closure WHERE id = $id`;

const ownerOf = async (
  reader: Reader,
  { owner, siteId: site, buildingId, spaceId }: ClosureDoc,
): Promise<number> =>
  owner === 'site' ? (site ?? siteId(reader)) : owner === 'building' ? buildingId! : spaceId!;

async function spacesOf(reader: Reader, doc: ClosureDoc | null): Promise<number[]> {
  return doc ? SPACES_OF[doc.owner](reader, await ownerOf(reader, doc)) : [];
}

export const closureKeeper: Keeper<'closure'> = {
  table: 'closure',
  retires: false,
  // What is to come first, in order; then what is over, the latest first.
  lines: `SELECT c.id, c.reason AS name, json_array(c.kind, replace(c.start_local, 'T', ' '), replace(c.end_local, 'T', ' '),
      COALESCE(iif(c.owner_kind = 'site', (SELECT name FROM site WHERE id = ${furtherSite('c.owner_id')}), NULL), iif(c.owner_kind = 'building', (SELECT name FROM building WHERE id = c.owner_id), NULL), iif(c.owner_kind = 'space', (SELECT name FROM space WHERE id = c.owner_id), NULL))) AS note,
      0 AS isRetired FROM closure c ORDER BY c.start_local, c.id`,
  noteOf: ([kind, from, to, place]) =>
    `${kind === 'open' ? say`open ${from!} – ${to!}` : say`shut ${from!} – ${to!}`}, ${place ?? say`the whole site`}`,
  nameOf: ({ reason }) => reason,
  load: (reader, id) => oneJson<ClosureDoc>(reader, CLOSURE, id),
  faults: (reader, _, { owner, siteId: site, buildingId, spaceId }) =>
    referenceFaults(reader, [
      ...(owner === 'site' ? [{ path: 'siteId', table: 'site', ids: [site] }] : []),
      ...(owner === 'building' ? [{ path: 'buildingId', table: 'building', ids: [buildingId] }] : []),
      ...(owner === 'space' ? [{ path: 'spaceId', table: 'space', ids: [spaceId] }] : []),
    ]),
  store: async ({ tx }, id, doc) =>
    done(
      await writeRow(tx, Closure, id, {
        owner_kind: doc.owner,
        owner_id: await ownerOf(tx, doc),
        start_local: doc.from,
        end_local: doc.to,
        kind: doc.kind,
        reason: doc.reason,
      }),
    ),
  touches: async (reader, _, before, after) => ({
    spaces: [...(await spacesOf(reader, before)), ...(await spacesOf(reader, after))],
    rules: rulesThatBefallBy('closures'),
  }),
  remove: (tx, id) => tx.table(Closure).remove({ id }),
};
