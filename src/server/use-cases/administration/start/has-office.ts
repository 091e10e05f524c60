import { texts } from '@/contracts/language/translate';
import { refuse } from '@/contracts/base/refusal';
import type { Reader } from '../../../db/connection';
import { mainSite } from '../../../repositories/house/main-site';

/** Whether an office is set up in this database. */
export async function hasOffice(reader: Reader): Promise<boolean> {
  return (await mainSite(reader)) !== null;
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
