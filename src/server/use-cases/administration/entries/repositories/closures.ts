import { rulesThatBefallBy } from '@/core/checks/findings';
import { t } from '@/contracts/language/translate';
import type { ClosureDoc } from '@/contracts/administration/places';
import { done } from '@/contracts/base/refusal';
import type { Reader } from '../../../../db/connection';
import { referenceFaults, writeRow, type EntryRepository } from '../entry-repository';
import { siteId, SPACES_OF } from './spaces-of';
import { Closure, Building, Site } from '../../../../db/tables/house';
import { CLOSURE_DOC, CLOSURE_LINES } from './places.queries';
import { Space } from '../../../../db/tables/spaces';
import { given } from '@/core/lists';

const ownerOf = async (
  reader: Reader,
  { owner, siteId: site, buildingId, spaceId }: ClosureDoc,
): Promise<number> =>
  ({
    site: () => site ?? siteId(reader),
    building: () => given('the building', buildingId),
    space: () => given('the space', spaceId),
  })[owner]();

async function spacesOf(reader: Reader, doc: ClosureDoc | null): Promise<number[]> {
  return doc ? SPACES_OF[doc.owner](reader, await ownerOf(reader, doc)) : [];
}

export const closureRepository: EntryRepository<'closure'> = {
  table: Closure,
  retires: false,
  // What is to come first, in order; then what is over, the latest first.
  lines: CLOSURE_LINES,
  noteOf: ([kind, from, to, place]) =>
    `${kind === 'open' ? t`open ${from ?? ''} – ${to ?? ''}` : t`shut ${from ?? ''} – ${to ?? ''}`}, ${place ?? t`the whole site`}`,
  nameOf: ({ reason }) => reason,
  load: (reader, id) => reader.value(CLOSURE_DOC, { id }),
  faults: (reader, _, { owner, siteId: site, buildingId, spaceId }) =>
    referenceFaults(reader, [
      ...(owner === 'site' ? [{ path: 'siteId', table: Site, ids: [site] }] : []),
      ...(owner === 'building' ? [{ path: 'buildingId', table: Building, ids: [buildingId] }] : []),
      ...(owner === 'space' ? [{ path: 'spaceId', table: Space, ids: [spaceId] }] : []),
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
