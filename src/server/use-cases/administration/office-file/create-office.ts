import type { OfficeInput } from '@/contracts/administration/office';
import { slugOf } from '@/core/publishing/slug';
import { addPlaces, addPolicies, addTimetables } from './add-places';
import { addTemplates, addShifts } from './add-templates';
import { addQuestions, addServices } from './add-services';
import { addStores } from './add-stores';
import { addTimes, insert, known, OfficeFileError } from './office-rows';
import { hashForFile } from '../../../auth/passwords';
import { keep, type Database, type Writer } from '../../../db/connection';
import { SCOPE_BY_NAME } from './office.queries';
import { Season, Site, Organisation, Category, Audience } from '../../../db/tables/house';
import { Person, RoleGrant, Membership, Deputy } from '../../../db/tables/people';
import { Calendar } from '../../../db/tables/publishing';
import { Team, TeamMember } from '../../../db/tables/spaces';
import { mainSite } from '../../../repositories/house/main-site';

async function addTeams(tx: Writer, { teams }: OfficeInput): Promise<Map<string, number>> {
  const ids = new Map<string, number>();
  for (const { name } of teams) ids.set(name, await insert(tx, Team, { name }));
  return ids;
}

/** Every category has its own public calendar. */
async function addCategories(tx: Writer, { categories }: OfficeInput): Promise<void> {
  for (const [position, { name, mark, hue, about, publish, audiences, questions }] of categories.entries()) {
    const id = await insert(tx, Category, {
      name,
      mark,
      hue,
      about,
      publish_by_default: publish ? 1 : 0,
      audiences: JSON.stringify(audiences),
      position,
    });
    const there = await tx.table(Audience).count();
    await tx
      .table(Audience)
      .addMissing(audiences.map((audience, index) => ({ name: audience, position: there + index })));
    await addQuestions(tx, 'category', id, questions);
    const filter = JSON.stringify({ categories: [id], spaces: [] });
    await insert(tx, Calendar, { slug: slugOf(name), name, about, filter, position });
  }
}

async function addPeople(
  tx: Writer,
  siteId: number,
  people: readonly (OfficeInput['people'][number] & { hash: string | null })[],
  organisations: ReadonlyMap<string, number>,
  teams: ReadonlyMap<string, number>,
): Promise<void> {
  const ids = new Map<string, number>();
  for (const person of people) {
    const id = await insert(tx, Person, {
      name: person.name,
      email: person.email.toLowerCase(),
      password_hash: person.hash,
    });
    for (const role of person.roles)
      await insert(tx, RoleGrant, { person_id: id, role, scope_kind: 'site', scope_id: siteId });
    for (const name of person.teams)
      await insert(tx, TeamMember, { team_id: known(teams, name, 'team'), person_id: id });
    for (const name of person.organisations)
      await insert(tx, Membership, {
        organisation_id: known(organisations, name, 'organisation'),
        person_id: id,
      });
    for (const name of person.stewardOf) await addSteward(tx, id, name, person.consentNeeded);
    ids.set(person.name, id);
  }
  for (const { name, deputies } of people)
    for (const deputy of deputies)
      await insert(tx, Deputy, {
        person_id: known(ids, name, 'person'),
        deputy_id: known(ids, deputy, 'person'),
      });
}

/** Makes somebody the steward of a building or a pool by its name, or of a space by its code. */
async function addSteward(tx: Writer, person: number, name: string, asksConsent: boolean): Promise<void> {
  const [scope] = await tx.all(SCOPE_BY_NAME, { name });
  if (!scope) throw new OfficeFileError(`there is no building, space or equipment “${name}” to look after`);
  await insert(tx, RoleGrant, {
    person_id: person,
    role: 'steward',
    scope_kind: scope.kind,
    scope_id: scope.id,
    asks_consent: asksConsent ? 1 : 0,
  });
}

const insertSite = (tx: Writer, { name, zone, language, ...site }: OfficeInput['site']): Promise<number> =>
  insert(tx, Site, {
    name,
    tzid: zone,
    language,
    office_name: site.office.name,
    office_phone: site.office.phone,
    office_email: site.office.email,
    access_min: site.accessMin,
    exit_min: site.exitMin,
    grain_min: site.grainMin,
    register_domains: JSON.stringify(site.registerDomains),
  });

/** Fills an empty database from an office file, all or nothing. Refused when there is a site already. */
export async function createOffice(db: Database, office: OfficeInput): Promise<void> {
  const people = await Promise.all(
    office.people.map(async (person) => ({
      ...person,
      hash: person.password ? await hashForFile(person.password) : null,
    })),
  );
  await db.write(async (tx) => {
    const existing = await mainSite(tx);
    if (existing) throw new OfficeFileError(`this database already holds an office: ${existing.name}`);
    const siteId = await insertSite(tx, office.site);
    await addTimes(tx, 'site', siteId, office.site);
    for (const season of office.seasons)
      await insert(tx, Season, {
        site_id: siteId,
        name: season.name,
        from_date: season.from,
        to_date: season.to,
      });
    const spaces = await addPlaces(tx, siteId, office);
    const teams = await addTeams(tx, office);
    await addStores(tx, siteId, office, teams);
    await addServices(tx, office, teams);
    await addCategories(tx, office);
    const organisations = new Map<string, number>();
    for (const each of office.organisations)
      organisations.set(each, await insert(tx, Organisation, { name: each }));
    await addPolicies(tx, spaces, await addTimetables(tx, siteId, office), organisations);
    await addPeople(tx, siteId, people, organisations, teams);
    await addShifts(tx, office, teams);
    await addTemplates(tx, office, teams);
    return keep(undefined);
  });
}
