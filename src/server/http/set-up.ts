import type { Database } from '../db/connection';
import { hasOffice } from '../use-cases/administration/start/has-office';

// Once there is an office there is always one; before that it is asked for each time.
let isKnown = false;

/** Whether there is an office to show anything of. */
export const isSetUp = async (db: Database): Promise<boolean> => (isKnown ||= await hasOffice(db));
