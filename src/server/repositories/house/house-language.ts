import { tellOfficeLanguage } from '@/contracts/language/languages';
import type { Reader } from '../../db/connection';
import { mainSite } from './main-site';

/** From now on what is written for all is written in the language of the house in this database. */
export async function speakAsOffice(reader: Reader): Promise<void> {
  const site = await mainSite(reader);
  tellOfficeLanguage(site?.language ?? null);
}
