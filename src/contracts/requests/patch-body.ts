import type { DatePatch } from '@/core/changes/patch';
import type { DatePatchBody } from './patch';

// Beside the schema and not in it: the board sends patches and needs no validator for that.

/** A patch as it is sent: the same, its lists the sender's own. */
export const toPatchBody = ({ spaces, equipment, units, ...rest }: DatePatch): DatePatchBody => ({
  ...rest,
  ...(spaces && { spaces: spaces.map((each) => ({ ...each })) }),
  ...(equipment && { equipment: equipment.map((each) => ({ ...each })) }),
  ...(units && { units: units.map((each) => ({ ...each })) }),
});
