import { tAs } from '@/contracts/language/translate';

/** `Wren Calloway approved 3 dates`: who did what, as a line of a history. */
export const whoDid = (who: string, what: string): string => tAs('did')`${who} ${what}`;
