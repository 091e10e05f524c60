import type { DisplayBooking } from '@/core/publishing/display';
import type { EpochMinute } from '@/core/time/epoch-minute';

/**
 * What a display by a door or in a lobby shows, for as long as the server may be away. Moments are minutes since 1970
 * UTC.
 */
export interface DisplayReply {
  /** The office's clock when this was written. */
  readonly at: EpochMinute;
  readonly tzid: string;
  readonly name: string;
  readonly place: string;
  readonly spaces: readonly {
    readonly code: string;
    readonly name: string;
    readonly bookings: readonly DisplayBooking[];
  }[];
}
