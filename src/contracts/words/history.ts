import { sayAs } from '@/contracts/language/say';

/** `Wren Calloway approved 3 dates`: who did what, as a line of a history. */
export const whoDid = (who: string, what: string): string => sayAs('did')`${who} ${what}`;
