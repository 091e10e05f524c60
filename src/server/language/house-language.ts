import { tellHouseLanguage, type Language } from '@/contracts/language/languages';
import type { Reader } from '../db/connection';

/** From now on what is written for all is written in the language of the house in this database. */
export async function speakAsHouse(reader: Reader): Promise<void> {
  const [site] = await reader.rows<{ language: Language }>('SELECT language FROM site ORDER BY id LIMIT 1');
  tellHouseLanguage(site?.language ?? null);
}
