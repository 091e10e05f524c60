import type { ChoiceList, HouseChoices } from '@/contracts/house-book/docs';
import type { NameOf } from '@/contracts/house-book/words';
import { type Reader } from '../../../db/connection';
import { HOUSE_CHOICES } from './house-book.queries';

const zones = () => Intl.supportedValuesOf('timeZone').map((name) => ({ id: name, name }));

/** What a form of the house can choose from: what is in use. */
export async function houseChoices(reader: Reader): Promise<HouseChoices> {
  const lists = await reader.value(HOUSE_CHOICES('in use'));
  return { ...lists, zones: zones() };
}

/** Names of everything there is or was, for what a document names. */
export async function houseNames(reader: Reader): Promise<NameOf> {
  const lists = await reader.value(HOUSE_CHOICES('ever'));
  const maps = new Map(
    Object.entries(lists).map(([name, all]) => [name, new Map(all.map((each) => [each.id, each.name]))]),
  );
  return (name: ChoiceList, id) => maps.get(name)?.get(id) ?? String(id);
}
