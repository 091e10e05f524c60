import type { ChoiceList, HouseChoices } from '@/contracts/house-book/docs';
import type { NameOf } from '@/contracts/house-book/words';
import { asJsonObject, type Reader } from '../../../db/connection';

const list = (table: string, order: string, where: string, name = 'name') =>
  `SELECT json_group_array(json_object('id', id, 'name', ${name}) ORDER BY ${order}) FROM ${table} WHERE ${where}`;

const CHOICES = (where: string) =>
  asJsonObject({
    sites: list('site', 'id', 'id > (SELECT MIN(id) FROM site)'),
    buildings: list('building', 'position, id', where),
    spaces: list('space', 'building_id, position, id', where, `name || ' (' || code || ')'`),
    stores: list('store', 'id', where),
    equipment: list('equipment_type', 'position, id', where),
    teams: list('team', 'id', where),
    organisations: list('organisation', 'name COLLATE NOCASE', where),
    // Named as they are called wherever they are named.
    audiences: list('audience', 'position, id', where).replace(`'id', id`, `'id', name`),
    hues: `SELECT json_group_array(json_object('id', hue, 'name', names)) FROM (SELECT hue, group_concat(name, ', ') AS names FROM category WHERE ${where} GROUP BY hue)`,
    people: list('person', 'name COLLATE NOCASE', where),
    timetables: list(
      'timetable',
      'id',
      'id NOT IN (SELECT instead_id FROM timetable_exception WHERE instead_id IS NOT NULL)',
    ),
  });

const zones = () => Intl.supportedValuesOf('timeZone').map((name) => ({ id: name, name }));

/** What a form of the house can choose from: what is in use. */
export async function houseChoices(reader: Reader): Promise<HouseChoices> {
  const lists = await reader.json<Omit<HouseChoices, 'zones'>>(CHOICES('retired_at IS NULL'));
  return { ...lists, zones: zones() };
}

/** Names of everything there is or was, for what a document names. */
export async function houseNames(reader: Reader): Promise<NameOf> {
  const lists = await reader.json<Omit<HouseChoices, 'zones'>>(CHOICES('1'));
  const maps = new Map(
    Object.entries(lists).map(([name, all]) => [name, new Map(all.map((each) => [each.id, each.name]))]),
  );
  return (name: ChoiceList, id) => maps.get(name)?.get(id) ?? String(id);
}
