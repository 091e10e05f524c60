import { OFFICE_CONTACT } from './house.queries';
import type { Reader } from '../../db/connection';

export interface OfficeContact {
  readonly site: string;
  readonly name: string;
  readonly phone: string;
  readonly email: string;
  readonly tzid: string;
  /** On which day a week begins; 1 is Monday. */
  readonly weekStart: number;
}

/** What stands for the office as long as there is none. */
export const NO_OFFICE: OfficeContact = {
  site: 'Calendario',
  name: '',
  phone: '',
  email: '',
  tzid: 'UTC',
  weekStart: 1,
};

/** Whom to ask; null on a database without an office. */
export async function officeContact(reader: Reader): Promise<OfficeContact | null> {
  const [row] = await reader.all(OFFICE_CONTACT);
  return row ?? null;
}
