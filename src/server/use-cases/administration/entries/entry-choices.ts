import type { ChoiceList, EntryChoices } from '@/contracts/administration/docs';
import type { NameOf } from '@/contracts/administration/words';
import { type Reader } from '../../../db/connection';
import { ENTRY_CHOICES } from './entries.queries';

const zones = () => Intl.supportedValuesOf('timeZone').map((name) => ({ id: name, name }));

/** What a form of the house can choose from: what is in use. */
export async function entryChoices(reader: Reader): Promise<EntryChoices> {
  const lists = await reader.value(ENTRY_CHOICES('in use'));
  return { ...lists, zones: zones() };
}

/** Names of everything there is or was, for what a document names. */
export async function entryNames(reader: Reader): Promise<NameOf> {
  const lists = await reader.value(ENTRY_CHOICES('ever'));
  const maps = new Map(
    Object.entries(lists).map(([name, all]) => [name, new Map(all.map((each) => [each.id, each.name]))]),
  );
  return (name: ChoiceList, id) => maps.get(name)?.get(id) ?? String(id);
}
