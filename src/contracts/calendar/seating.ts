import { untranslated } from '@/contracts/language/translate';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { z } from 'zod';
import { idempotencyKey, requiredLine } from '@/contracts/forms/fields';
import { LAYOUTS, type Layout } from '@/core/seating/layouts';
import { SIDES, type Room } from '@/core/seating/plan/room';

/** The floor of a space, ready to be set. */
export interface SpaceFloor {
  readonly code: string;
  readonly name: string;
  readonly building: string;
  readonly room: Room;
  /** Drawn from its area where its sides were never measured. */
  readonly isMeasured: boolean;
  readonly layouts: readonly { readonly layout: Layout; readonly seats: number }[];
}

const numberIn = (least: number, most: number) =>
  z.coerce.number().int().min(least).max(most).optional().catch(undefined);

/**
 * What a plan is asked for with, as it stands in an address; what cannot be read is left out. People from 1 to 5,000,
 * wheelchairs from 0 to 500, lengths in millimetres.
 */
export const planQuerySchema = z.object({
  people: numberIn(1, 5000),
  layout: z.enum(LAYOUTS).optional().catch(undefined),
  wheelchairs: numberIn(0, 500),
  round: z.enum(['8', '10']).optional().catch(undefined),
  front: z.enum(SIDES).optional().catch(undefined),
  stage: z.enum(['1']).optional().catch(undefined),
  stageWidth: numberIn(500, 30_000),
  stageDepth: numberIn(500, 20_000),
  /** Millimetres; the published widths where nothing is said, and never less. */
  aisle: numberIn(0, 5000),
  between: numberIn(0, 3000),
  row: numberIn(1, 14),
});
export type PlanQuery = z.output<typeof planQuerySchema>;

/**
 * Where the plan of a space is tried out. Fields that are undefined are left out; an empty query gives the address
 * without a question mark.
 */
export function planHref(code: string, query: PlanQuery = {}): string {
  const text = new URLSearchParams(
    Object.entries(query).flatMap(([key, value]) => (value === undefined ? [] : [[key, String(value)]])),
  ).toString();
  return `/spaces/${encodeURIComponent(code)}/plan${text ? `?${text}` : ''}`;
}

/** Everything that makes a way to set rooms one of the house's own. */
export const ownLayoutSchema = z.object({
  key: idempotencyKey,
  name: requiredLine(untranslated('What it is called'), MOST_CHARACTERS.layoutName),
  query: planQuerySchema.omit({ people: true, wheelchairs: true }),
});
export type OwnLayoutInput = z.output<typeof ownLayoutSchema>;

/** Which way of one's own is let go. */
export const dropOwnLayoutSchema = z.object({ key: idempotencyKey });

/** A way of the house to set rooms: parameters over one of the layouts. */
export interface OwnLayout {
  readonly id: number;
  readonly name: string;
  readonly query: OwnLayoutInput['query'];
}
