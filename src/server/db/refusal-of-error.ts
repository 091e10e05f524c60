import { t } from '@/contracts/language/translate';
import type { Refusal } from '@/contracts/base/refusal';
import { TimeoutError } from 'sequelize';
import { guardThatStopped } from './connection';

/** The refusal behind an error that is nobody's mistake; null when it is ours. */
export function refusalOf(error: unknown): Refusal | null {
  if (guardThatStopped(error))
    return { code: 'stale', since: t`The space or the equipment was booked in the same moment.` };
  return error instanceof TimeoutError ? { code: 'busy' } : null;
}
