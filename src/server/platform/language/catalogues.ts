import german from '@/contracts/language/de.json';
import { bringCatalogue } from '@/contracts/language/languages';

/** From now on the server speaks every language it has. The catalogues are large, so this is loaded once for the process. */
export const bringCatalogues = (): void => bringCatalogue('de', german);
