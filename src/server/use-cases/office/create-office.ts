import { composeSpaces } from '@/core/spaces/divisible';
import type { SpaceId } from '@/core/ids';
import { epochMinute } from '@/core/time/epoch-minute';
import { toEpochMinute } from '@/core/time/zone';
import type { OfficeInput } from '@/contracts/office';
import { hashPassword } from '../../auth/passwords';
import { keep, type Database, type Writer } from '../../db/connection';

type Hours = OfficeInput['site']['hours'];
type Closures = OfficeInput['site']['closures'];
type OwnerKind = 'site' | 'building' | 'space';

/** Something in the file that does not fit together; the message names it. */
export class OfficeFileError extends Error {}

async function insert(
  tx: Writer,
  table: string,
  row: Record<string, string | number | null>,
): Promise<number> {
  const columns = Object.keys(row);
  const values = columns.map((column) => `$${column}`).join(', ');
  return tx.insertRow(`INSERT INTO ${table} (${columns.join(', ')}) VALUES (${values})`, row);
}

async function addTimes(
  tx: Writer,
  kind: OwnerKind,
  ownerId: number,
  { hours, closures }: { hours: Hours; closures: Closures },
) {
  for (const { days, from, to } of hours)
    for (const weekday of days)
      await insert(tx, 'hours', { owner_kind: kind, owner_id: ownerId, weekday, from_min: from, to_min: to });
  for (const closure of closures)
    await insert(tx, 'closure', {
      owner_kind: kind,
      owner_id: ownerId,
      start_local: closure.from,
      end_local: closure.to,
      kind: closure.kind,
      reason: closure.reason,
    });
}

type SpaceInput = OfficeInput['buildings'][number]['spaces'][number];

async function addSpace(
  tx: Writer,
  buildingId: number,
  space: SpaceInput,
  position: number,
): Promise<number> {
  const id = await insert(tx, 'space', {
    building_id: buildingId,
    code: space.code,
    name: space.name,
    area_m2: space.areaM2,
    step_free: space.stepFree ? 1 : 0,
    outdoor: space.outdoor ? 1 : 0,
    posted_limit: space.postedLimit,
    position,
  });
  for (const [index, offer] of space.layouts.entries())
    await insert(tx, 'space_layout', {
      space_id: id,
      layout: offer.layout,
      seats: offer.seats,
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
      return { parent: id as SpaceId, child: child as SpaceId };
    }),
  );
  const composition = composeSpaces(
    spaces.map(({ id }) => id as SpaceId),
    children,
  );
  if (composition.kind === 'cycle') throw new OfficeFileError('a space is made of itself: check madeOf');
  for (const { parent, child } of children)
    await tx.run('INSERT INTO space_child VALUES ($parent, $child)', { parent, child });
  const resourceOf = new Map<number, number>();
  for (const { id, input } of spaces)
    if (!input.madeOf.length)
      resourceOf.set(id, await insert(tx, 'resource', { kind: 'part', name: input.name }));
  for (const [space, leaves] of composition.leaves)
    for (const leaf of leaves)
      await tx.run('INSERT INTO space_part VALUES ($space, $resource)', {
        space,
        resource: resourceOf.get(leaf)!,
      });
}

async function addPlaces(tx: Writer, siteId: number, { buildings }: OfficeInput): Promise<void> {
  const spaces: { id: number; input: SpaceInput }[] = [];
  for (const [index, building] of buildings.entries()) {
    const buildingId = await insert(tx, 'building', {
      site_id: siteId,
      name: building.name,
      position: index,
    });
    await addTimes(tx, 'building', buildingId, building);
    for (const [position, input] of building.spaces.entries())
      spaces.push({ id: await addSpace(tx, buildingId, input, position), input });
  }
  await addParts(tx, spaces);
}

async function addStores(tx: Writer, siteId: number, { stores, site }: OfficeInput): Promise<void> {
  let position = 0;
  for (const store of stores) {
    const storeId = await insert(tx, 'store', { site_id: siteId, name: store.name });
    for (const type of store.equipment) {
      const typeId = await insert(tx, 'equipment_type', {
        store_id: storeId,
        name: type.name,
        fetch_min: type.fetchMin,
        return_min: type.returnMin,
        position: position++,
      });
      const line = (from: number, to: number | null, delta: number, reason: string) =>
        insert(tx, 'stock_line', { type_id: typeId, from_min: from, to_min: to, delta, reason });
      await line(epochMinute(0), null, type.quantity, 'owned');
      for (const { from, to, delta, reason } of type.changes) {
        const minute = (at: typeof from) => toEpochMinute(at, site.zone, 'offset-before');
        await line(minute(from), to && minute(to), delta, reason);
      }
    }
  }
}

async function addTeams(tx: Writer, { teams }: OfficeInput): Promise<Map<string, number>> {
  const ids = new Map<string, number>();
  for (const { name, recipes } of teams) {
    const teamId = await insert(tx, 'team', { name });
    ids.set(name, teamId);
    for (const { phase, title, due, offsetMin } of recipes)
      await insert(tx, 'recipe', { phase, title, team_id: teamId, due_edge: due, due_offset_min: offsetMin });
  }
  return ids;
}

const slugOf = (name: string): string =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');

/** Every category has its own public calendar. */
async function addCategories(tx: Writer, { categories }: OfficeInput): Promise<void> {
  for (const [position, { name, mark, hue, about, publish }] of categories.entries()) {
    const id = await insert(tx, 'category', {
      name,
      mark,
      hue,
      about,
      publish_by_default: publish ? 1 : 0,
      position,
    });
    const filter = JSON.stringify({ categories: [id], spaces: [] });
    await insert(tx, 'calendar', { slug: slugOf(name), name, about, filter, position });
  }
}

const known = (ids: ReadonlyMap<string, number>, name: string, what: string): number => {
  const id = ids.get(name);
  if (!id) throw new OfficeFileError(`there is no ${what} ${name} in the file`);
  return id;
};

async function addPeople(
  tx: Writer,
  siteId: number,
  people: readonly (OfficeInput['people'][number] & { hash: string | null })[],
  organisations: ReadonlyMap<string, number>,
  teams: ReadonlyMap<string, number>,
): Promise<void> {
  for (const person of people) {
    const id = await insert(tx, 'person', {
      name: person.name,
      email: person.email.toLowerCase(),
      password_hash: person.hash,
    });
    for (const role of person.roles)
      await tx.run(`INSERT INTO role_grant VALUES ($id, $role, 'site', $site)`, { id, role, site: siteId });
    for (const name of person.teams)
      await tx.run('INSERT INTO team_member VALUES ($team, $id)', { team: known(teams, name, 'team'), id });
    for (const name of person.organisations)
      await tx.run('INSERT INTO membership VALUES ($org, $id)', {
        org: known(organisations, name, 'organisation'),
        id,
      });
  }
}

/** Fills an empty database from an office file, all or nothing. Refused when there is a site already. */
export async function createOffice(db: Database, office: OfficeInput): Promise<void> {
  const people = await Promise.all(
    office.people.map(async (person) => ({
      ...person,
      hash: person.password ? await hashPassword(person.password) : null,
    })),
  );
  await db.write(async (tx) => {
    const [existing] = await tx.rows<{ name: string }>('SELECT name FROM site LIMIT 1');
    if (existing) throw new OfficeFileError(`this database already holds an office: ${existing.name}`);
    const { name, zone, office: contact, accessMin, exitMin } = office.site;
    const siteId = await insert(tx, 'site', {
      name,
      tzid: zone,
      office_name: contact.name,
      office_phone: contact.phone,
      office_email: contact.email,
      access_min: accessMin,
      exit_min: exitMin,
    });
    await addTimes(tx, 'site', siteId, office.site);
    for (const season of office.seasons)
      await insert(tx, 'season', {
        site_id: siteId,
        name: season.name,
        from_date: season.from,
        to_date: season.to,
      });
    await addPlaces(tx, siteId, office);
    await addStores(tx, siteId, office);
    const teams = await addTeams(tx, office);
    await addCategories(tx, office);
    const organisations = new Map<string, number>();
    for (const each of office.organisations)
      organisations.set(each, await insert(tx, 'organisation', { name: each }));
    await addPeople(tx, siteId, people, organisations, teams);
    return keep(undefined);
  });
}
