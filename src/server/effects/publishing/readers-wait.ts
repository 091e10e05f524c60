import type { RequestId } from '@/core/ids';
import type { EpochMinute } from '@/core/time/epoch-minute';
import type { Reader } from '../../db/connection';
import { READERS_WAIT_UNTIL } from './publishing.queries';

/** From when on readers see what was approved last; null where nothing waits for that. */
export async function readersWaitUntil(reader: Reader, request: RequestId): Promise<EpochMinute | null> {
  const row = await reader.one(READERS_WAIT_UNTIL, { request });
  return row.at;
}
