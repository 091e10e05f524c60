import { texts } from '@/contracts/language/say';
import { refuse } from '@/contracts/refusal';
import type { Reader } from '../../db/connection';
import { HAS_OFFICE } from './start.queries';

/** Whether an office is set up in this database. */
export async function hasOffice(reader: Reader): Promise<boolean> {
  return (await reader.all(HAS_OFFICE)).length > 0;
}

export const SET_UP = refuse(
  texts(
    {
      code: 'not-allowed',
      what: 'An office is set up here already; sign in instead.',
    },
    'what',
  ),
);
