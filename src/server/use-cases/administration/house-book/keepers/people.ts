import { say } from '@/contracts/language/say';
import type { OrganisationDoc, PersonDoc, TeamDoc } from '@/contracts/house-book/people';
import { done } from '@/contracts/refusal';
import { countText } from '@/contracts/words/when';
import type { Reader, Writer } from '../../../../db/connection';
import {
  counted,
  fault,
  nameFaults,
  oneJson,
  referenceFaults,
  replaceRows,
  writeRow,
  type Keeper,
} from '../keeper';
import { siteId } from './spaces-of';
import { HAS_HOUSEKEEPER, OTHER_HOUSEKEEPER, IS_HOUSEKEEPER } from './keepers.queries';
import { DROP_DEPUTIES, DROP_GRANTS } from './keepers.queries';
import { Shift, Team, TeamMember } from '../../../../db/tables/spaces';
import { AccountLink, Membership, Person, Deputy, RoleGrant } from '../../../../db/tables/people';
import { Organisation } from '../../../../db/tables/house';
import { Outbox } from '../../../../db/tables/records';
import type { NewRow } from '../../../../db/tables/table';
import type { PersonId } from '@/core/ids';

export const teamKeeper: Keeper<'team'> = {
  table: 'team',
  retires: true,
  lines: `SELECT t.id, t.name, json_array((SELECT COUNT(*) FROM team_member m JOIN person p ON p.id = m.person_id AND p.retired_at IS NULL WHERE m.team_id = t.id)) AS note,
    t.retired_at IS NOT NULL AS isRetired FROM team t ORDER BY t.id`,
  noteOf: ([count]) => countText(Number(count), 'person', 'people'),
  nameOf: ({ name }) => name,
  load: (reader, id) =>
    oneJson<TeamDoc>(
      reader,
      `SELECT json_object('name', name, 'members', (SELECT json_group_array(person_id ORDER BY person_id) FROM team_member WHERE team_id = team.id)) FROM team WHERE id = $id`,
      id,
    ),
  faults: async (reader, id, { name, members }) => [
    ...(await nameFaults(reader, 'team', id, name)),
    ...(await referenceFaults(reader, [{ path: 'members', table: 'person', ids: members }])),
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
  holdsBack: (reader, id) =>
    counted(
      reader,
      { id },
      [
        'SELECT COUNT(*) AS n FROM recipe WHERE team_id = $id AND retired_at IS NULL',
        (n) => say`${countText(n, 'recipe gives', 'recipes give')} it work. Give that to another team first.`,
      ],
      [
        'SELECT COUNT(*) AS n FROM service WHERE team_id = $id AND retired_at IS NULL',
        (n) =>
          say`${countText(n, 'service is', 'services are')} done by it. Give ${n === 1 ? say`it` : say`them`} to another team first.`,
      ],
      [
        'SELECT COUNT(*) AS n FROM equipment_type WHERE pool_team_id = $id AND retired_at IS NULL',
        (n) =>
          say`Its people on shift are the stock of ${countText(n, 'kind', 'kinds')} of equipment. Change that first.`,
      ],
    ),
  usedBy: (reader, id) =>
    counted(reader, { id }, [
      `SELECT COUNT(*) AS n FROM work_order WHERE team_id = $id AND state = 'open'`,
      (n) => say`${countText(n, 'open order stays', 'open orders stay')} with it.`,
    ]),
  remove: async (tx, id) => {
    await tx.table(TeamMember).remove({ team_id: id });
    await tx.table(Shift).remove({ team_id: id });
    await tx.table(Team).remove({ id });
  },
};

export const organisationKeeper: Keeper<'organisation'> = {
  table: 'organisation',
  retires: true,
  lines: `SELECT o.id, o.name, json_array((SELECT COUNT(*) FROM membership m WHERE m.organisation_id = o.id)) AS note,
    o.retired_at IS NOT NULL AS isRetired FROM organisation o ORDER BY o.name COLLATE NOCASE, o.id`,
  noteOf: ([count]) => countText(Number(count), 'member', 'members'),
  nameOf: ({ name }) => name,
  load: (reader, id) =>
    oneJson<OrganisationDoc>(
      reader,
      `SELECT json_object('name', name, 'members', (SELECT json_group_array(person_id ORDER BY person_id) FROM membership WHERE organisation_id = organisation.id)) FROM organisation WHERE id = $id`,
      id,
    ),
  faults: async (reader, id, { name, members }) => [
    ...(await nameFaults(reader, 'organisation', id, name)),
    ...(await referenceFaults(reader, [{ path: 'members', table: 'person', ids: members }])),
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
      `SELECT COUNT(DISTINCT o.id) AS n FROM request_host h JOIN occurrence o ON o.request_id = h.request_id AND o.state IN ('approved', 'waiting')
       JOIN claim c ON c.id = o.standing_id AND c.end_min > $now WHERE h.organisation_id = $id`,
      (n) =>
        say`${countText(n, 'date', 'dates')} to come ${n === 1 ? say`is` : say`are`} of it and ${n === 1 ? say`stays` : say`stay`}.`,
    ]),
  remove: async (tx, id) => {
    await tx.table(Membership).remove({ organisation_id: id });
    await tx.table(Organisation).remove({ id });
  },
};

const PERSON = `SELECT json_object('name', p.name, 'email', p.email,
  'roles', (SELECT json_group_array(role ORDER BY role) FROM role_grant g WHERE g.person_id = p.id AND g.scope_kind = 'site' AND g.role <> 'steward'),
  'looksAfter', (SELECT json_group_array(json_object('of', scope_kind, 'buildingId', iif(scope_kind = 'building', scope_id, NULL), 'spaceId', iif(scope_kind = 'space', scope_id, NULL),
    'poolId', iif(scope_kind = 'pool', scope_id, NULL), 'asksConsent', json(iif(asks_consent, 'true', 'false'))) ORDER BY scope_kind, scope_id)
    FROM role_grant g WHERE g.person_id = p.id AND g.role = 'steward' AND g.scope_kind IN ('building', 'space', 'pool')),
  'teams', (SELECT json_group_array(team_id ORDER BY team_id) FROM team_member WHERE person_id = p.id),
  'organisations', (SELECT json_group_array(organisation_id ORDER BY organisation_id) FROM membership WHERE person_id = p.id),
  'deputies', (SELECT json_group_array(deputy_id ORDER BY deputy_id) FROM deputy WHERE person_id = p.id)) FROM person p WHERE p.id = $id`;

const placeOf = ({ of, buildingId, spaceId, poolId }: PersonDoc['looksAfter'][number]): number =>
  ({ building: buildingId, space: spaceId, pool: poolId })[of]!;

/** Whether somebody is left who keeps the house and can sign in. */
export async function hasHousekeeper(reader: Reader): Promise<boolean> {
  const [row] = await reader.all(HAS_HOUSEKEEPER);
  return row !== undefined;
}

export const lastHousekeeper = (): string =>
  say`Nobody would be left to keep the house. Give somebody else who can sign in that role first.`;

async function storeGrants(tx: Writer, id: number, { roles, looksAfter }: PersonDoc): Promise<void> {
  await tx.execute(DROP_GRANTS, { id });
  const site = await siteId(tx);
  const grant = (row: Omit<NewRow<typeof RoleGrant>, 'person_id'>) =>
    tx.table(RoleGrant).put({ person_id: id as PersonId, ...row });
  for (const role of new Set(roles)) await grant({ role, scope_kind: 'site', scope_id: site });
  for (const each of looksAfter)
    await grant({
      role: 'steward',
      scope_kind: each.of,
      scope_id: placeOf(each),
      asks_consent: each.asksConsent ? 1 : 0,
    });
}

export const personKeeper: Keeper<'person'> = {
  table: 'person',
  retires: true,
  lines: `SELECT p.id, p.name, p.email || COALESCE(', ' || (SELECT group_concat(role, ', ') FROM (SELECT DISTINCT role FROM role_grant g WHERE g.person_id = p.id ORDER BY role)), '')
    || iif(p.password_hash IS NULL, ', no password yet', '') AS note,
    p.retired_at IS NOT NULL AS isRetired FROM person p ORDER BY p.name COLLATE NOCASE, p.id`,
  nameOf: ({ name }) => name,
  load: (reader, id) => oneJson<PersonDoc>(reader, PERSON, id),
  faults: async (reader, id, { email, looksAfter, teams, organisations, deputies }) => [
    ...(await nameFaults(reader, 'person', id, email, { column: 'email', path: 'email', what: 'address' })),
    ...(await referenceFaults(reader, [
      { path: 'teams', table: 'team', ids: teams },
      { path: 'organisations', table: 'organisation', ids: organisations },
      { path: 'deputies', table: 'person', ids: deputies },
      ...looksAfter.flatMap(({ buildingId, spaceId, poolId, of }, index) => [
        ...(of === 'building'
          ? [{ path: `looksAfter.${index}.buildingId`, table: 'building', ids: [buildingId] }]
          : []),
        ...(of === 'space' ? [{ path: `looksAfter.${index}.spaceId`, table: 'space', ids: [spaceId] }] : []),
        ...(of === 'pool'
          ? [{ path: `looksAfter.${index}.poolId`, table: 'equipment_type', ids: [poolId] }]
          : []),
      ]),
    ])),
    ...(deputies.some((deputy) => deputy === id)
      ? [{ path: 'deputies', message: say`Nobody is their own deputy.` }]
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
        `SELECT COUNT(DISTINCT o.id) AS n FROM request r JOIN occurrence o ON o.request_id = r.id AND o.state IN ('approved', 'waiting')
         JOIN claim c ON c.id = o.standing_id AND c.end_min > $now WHERE r.requester_id = $id`,
        (n) =>
          say`${countText(n, 'date', 'dates')} to come ${n === 1 ? say`was` : say`were`} asked for by them and ${n === 1 ? say`stays` : say`stay`}.`,
      ],
      [
        `SELECT COUNT(*) AS n FROM work_order WHERE person_id = $id AND state = 'open'`,
        (n) => say`${countText(n, 'open order is', 'open orders are')} given to them.`,
      ],
      [
        'SELECT COUNT(*) AS n FROM request WHERE handler_id = $id',
        (n) => say`${countText(n, 'request has', 'requests have')} been taken on by them.`,
      ],
    ),
  remove: async (tx, id) => {
    for (const table of [
      'account_link',
      'person_settings',
      'role_grant',
      'team_member',
      'membership',
      'session',
      'pin',
      'saved_view',
      'news_read',
      'feed_link',
    ])
      await tx.run(`DELETE FROM ${table} WHERE person_id = $id`, { id });
    await tx.table(Outbox).remove({ to_person_id: id, request_id: null });
    await tx.execute(DROP_DEPUTIES, { id });
    await tx.table(Person).remove({ id });
  },
};
