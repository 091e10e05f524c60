import { t } from '@/contracts/language/translate';
import type { PersonDoc } from '@/contracts/administration/people';
import { done } from '@/contracts/base/refusal';
import { countText } from '@/contracts/words/when';
import type { Reader, Writer } from '../../../../db/connection';
import {
  counted,
  fault,
  nameFaults,
  referenceFaults,
  replaceRows,
  writeRow,
  type EntryRepository,
} from '../entry-repository';
import { siteId } from './spaces-of';
import { HAS_HOUSEKEEPER, OTHER_HOUSEKEEPER, IS_HOUSEKEEPER } from './shared.queries';
import { DROP_DEPUTIES, DROP_GRANTS } from './shared.queries';
import { Shift, Team, TeamMember, Space, EquipmentType } from '../../../../db/tables/spaces';
import {
  AccountLink,
  Membership,
  Person,
  Deputy,
  RoleGrant,
  Session,
  SavedView,
  Pin,
  PersonSettings,
  NewsRead,
  FeedLink,
} from '../../../../db/tables/people';
import { Organisation, Building } from '../../../../db/tables/house';
import { Outbox } from '../../../../db/tables/records';
import type { NewRow } from '../../../../db/tables/table';
import { idOf, type PersonId } from '@/core/ids';
import {
  DATES_OF_ORGANISATION,
  DATES_OF_PERSON,
  ORDERS_OF_PERSON,
  ORDERS_OF_TEAM,
  ORGANISATION_DOC,
  ORGANISATION_LINES,
  PERSON_DOC,
  PERSON_LINES,
  TEMPLATES_OF_TEAM,
  REQUESTS_WITH_PERSON,
  SERVICES_OF_TEAM,
  TEAM_DOC,
  TEAM_LINES,
  TYPES_FROM_TEAM,
} from './people.queries';
import { given } from '@/core/lists';

export const teamRepository: EntryRepository<'team'> = {
  table: Team,
  retires: true,
  lines: TEAM_LINES,
  noteOf: ([count]) => countText(Number(count), 'person', 'people'),
  nameOf: ({ name }) => name,
  load: (reader, id) => reader.value(TEAM_DOC, { id }),
  faults: async (reader, id, { name, members }) => [
    ...(await nameFaults(reader, Team, id, name)),
    ...(await referenceFaults(reader, [{ path: 'members', table: Person, ids: members }])),
  ],
  store: async ({ tx }, id, { name, members }) => {
    const row = await writeRow(tx, Team, id, { name });
    await replaceRows(
      tx,
      TeamMember,
      { team_id: row },
      members.map((person_id) => ({ person_id })),
    );
    return done(row);
  },
  holdsBack: (reader, id, now) =>
    counted(
      reader,
      { id, now },
      [
        TEMPLATES_OF_TEAM,
        (n) =>
          t`${countText(n, 'template gives', 'templates give')} it work. Give that to another team first.`,
      ],
      [
        SERVICES_OF_TEAM,
        (n) =>
          t`${countText(n, 'service is', 'services are')} done by it. Give ${n === 1 ? t`it` : t`them`} to another team first.`,
      ],
      [
        TYPES_FROM_TEAM,
        (n) =>
          t`Its people on shift are the stock of ${countText(n, 'kind', 'kinds')} of equipment. Change that first.`,
      ],
    ),
  usedBy: (reader, id, now) =>
    counted(reader, { id, now }, [
      ORDERS_OF_TEAM,
      (n) => t`${countText(n, 'open order stays', 'open orders stay')} with it.`,
    ]),
  remove: async (tx, id) => {
    await tx.table(TeamMember).remove({ team_id: id });
    await tx.table(Shift).remove({ team_id: id });
    await tx.table(Team).remove({ id });
  },
};

export const organisationRepository: EntryRepository<'organisation'> = {
  table: Organisation,
  retires: true,
  lines: ORGANISATION_LINES,
  noteOf: ([count]) => countText(Number(count), 'member', 'members'),
  nameOf: ({ name }) => name,
  load: (reader, id) => reader.value(ORGANISATION_DOC, { id }),
  faults: async (reader, id, { name, members }) => [
    ...(await nameFaults(reader, Organisation, id, name)),
    ...(await referenceFaults(reader, [{ path: 'members', table: Person, ids: members }])),
  ],
  store: async ({ tx }, id, { name, members }) => {
    const row = await writeRow(tx, Organisation, id, { name });
    await replaceRows(
      tx,
      Membership,
      { organisation_id: row },
      members.map((person_id) => ({ person_id })),
    );
    return done(row);
  },
  usedBy: (reader, id, now) =>
    counted(reader, { id, now }, [
      DATES_OF_ORGANISATION,
      (n) =>
        t`${countText(n, 'date', 'dates')} to come ${n === 1 ? t`is` : t`are`} of it and ${n === 1 ? t`stays` : t`stay`}.`,
    ]),
  remove: async (tx, id) => {
    await tx.table(Membership).remove({ organisation_id: id });
    await tx.table(Organisation).remove({ id });
  },
};

const placeOf = ({ of, buildingId, spaceId, poolId }: PersonDoc['looksAfter'][number]): number =>
  given('what is looked after', { building: buildingId, space: spaceId, pool: poolId }[of]);

/** Whether somebody is left who keeps the house and can sign in. */
export async function hasHousekeeper(reader: Reader): Promise<boolean> {
  const [row] = await reader.all(HAS_HOUSEKEEPER);
  return row !== undefined;
}

export const lastHousekeeper = (): string =>
  t`Nobody would be left for administration. Give that role to another person who can sign in first.`;

async function storeGrants(tx: Writer, id: number, { roles, looksAfter }: PersonDoc): Promise<void> {
  await tx.execute(DROP_GRANTS, { id });
  const site = await siteId(tx);
  const grant = (row: Omit<NewRow<typeof RoleGrant>, 'person_id'>) =>
    tx.table(RoleGrant).put({ person_id: idOf<PersonId>(id), ...row });
  for (const role of new Set(roles)) await grant({ role, scope_kind: 'site', scope_id: site });
  for (const each of looksAfter)
    await grant({
      role: 'steward',
      scope_kind: each.of,
      scope_id: placeOf(each),
      asks_consent: each.asksConsent ? 1 : 0,
    });
}

/** What somebody has of their own, and nobody needs when they are gone. */
const OF_ONE_PERSON = [
  AccountLink,
  PersonSettings,
  RoleGrant,
  TeamMember,
  Membership,
  Session,
  Pin,
  SavedView,
  NewsRead,
  FeedLink,
] as const;

export const personRepository: EntryRepository<'person'> = {
  table: Person,
  retires: true,
  lines: PERSON_LINES,
  nameOf: ({ name }) => name,
  load: (reader, id) => reader.value(PERSON_DOC, { id }),
  faults: async (reader, id, { email, looksAfter, teams, organisations, deputies }) => [
    ...(await nameFaults(reader, Person, id, email, { column: 'email', path: 'email', what: 'address' })),
    ...(await referenceFaults(reader, [
      { path: 'teams', table: Team, ids: teams },
      { path: 'organisations', table: Organisation, ids: organisations },
      { path: 'deputies', table: Person, ids: deputies },
      ...looksAfter.flatMap(({ buildingId, spaceId, poolId, of }, index) => [
        ...(of === 'building'
          ? [{ path: `looksAfter.${index}.buildingId`, table: Building, ids: [buildingId] }]
          : []),
        ...(of === 'space' ? [{ path: `looksAfter.${index}.spaceId`, table: Space, ids: [spaceId] }] : []),
        ...(of === 'pool'
          ? [{ path: `looksAfter.${index}.poolId`, table: EquipmentType, ids: [poolId] }]
          : []),
      ]),
    ])),
    ...(deputies.some((deputy) => deputy === id)
      ? [{ path: 'deputies', message: t`Nobody is their own deputy.` }]
      : []),
  ],
  store: async ({ tx }, id, doc, before) => {
    const hadHousekeeper = await hasHousekeeper(tx);
    const row = await writeRow(tx, Person, id, { name: doc.name, email: doc.email.toLowerCase() });
    // A link that went to the address of before is not for whoever reads there now.
    if (before && before.email !== doc.email.toLowerCase())
      await tx.table(AccountLink).remove({ person_id: row, used_ms: null });
    await storeGrants(tx, row, doc);
    await replaceRows(
      tx,
      TeamMember,
      { person_id: row },
      doc.teams.map((team_id) => ({ team_id })),
    );
    await replaceRows(
      tx,
      Membership,
      { person_id: row },
      doc.organisations.map((organisation_id) => ({ organisation_id })),
    );
    await replaceRows(
      tx,
      Deputy,
      { person_id: row },
      doc.deputies.map((deputy_id) => ({ deputy_id })),
    );
    if (before && hadHousekeeper && !(await hasHousekeeper(tx))) return fault('roles', lastHousekeeper());
    return done(row);
  },
  holdsBack: async (reader, id) => {
    const [other] = await reader.all(OTHER_HOUSEKEEPER, { id });
    const [own] = await reader.all(IS_HOUSEKEEPER, { id });
    return own && !other ? [lastHousekeeper()] : [];
  },
  usedBy: (reader, id, now) =>
    counted(
      reader,
      { id, now },
      [
        DATES_OF_PERSON,
        (n) =>
          t`${countText(n, 'date', 'dates')} to come ${n === 1 ? t`was` : t`were`} asked for by them and ${n === 1 ? t`stays` : t`stay`}.`,
      ],
      [ORDERS_OF_PERSON, (n) => t`${countText(n, 'open order is', 'open orders are')} given to them.`],
      [
        REQUESTS_WITH_PERSON,
        (n) => t`${countText(n, 'request has', 'requests have')} been assigned to them.`,
      ],
    ),
  remove: async (tx, id) => {
    for (const table of OF_ONE_PERSON) await tx.table(table).remove({ person_id: idOf<PersonId>(id) });
    await tx.table(Outbox).remove({ to_person_id: id, request_id: null });
    await tx.execute(DROP_DEPUTIES, { id });
    await tx.table(Person).remove({ id });
  },
};
