import { tellHouseLanguage } from '@/contracts/language/languages';
import type { Reader } from '../db/connection';
import { LANGUAGE_OF_SITE } from './language.queries';

/** From now on what is written for all is written in the language of the house in this database. */
export async function speakAsHouse(reader: Reader): Promise<void> {
  const [site] = await reader.all(LANGUAGE_OF_SITE);
  tellHouseLanguage(site?.language ?? null);
}
