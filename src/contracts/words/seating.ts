import { t, texts } from '@/contracts/language/translate';
import type { Piece } from '@/core/seating/plan/pieces';
import type { Limit, SeatingPlan } from '@/core/seating/plan/plan-seating';
import type { Side } from '@/core/seating/plan/room';
import { listText } from './rule';
import { countText, lengthText } from './when';

const LIMIT_WORDS: Readonly<Record<Limit, string>> = texts({
  room: 'The floor holds no more in this layout.',
  ways: 'More would have no way to a door.',
  load: 'More would be over the published load of the floor (IBC table 1004.5).',
});

/** The sides of a plan. */
export const SIDE_WORDS: Readonly<Record<Side, string>> = texts({
  top: 'upper wall',
  right: 'right wall',
  bottom: 'lower wall',
  left: 'left wall',
});

const PIECE_WORDS: Readonly<Record<Piece['kind'], readonly [one: string, more: string]>> = texts({
  chair: ['chair', 'chairs'],
  wheelchair: ['place for a wheelchair', 'places for wheelchairs'],
  round: ['round table', 'round tables'],
  trestle: ['trestle table', 'trestle tables'],
  desk: ['narrow table', 'narrow tables'],
  'exam-table': ['single table', 'single tables'],
  stage: ['stage', 'stages'],
});

/** `All 60 have a place.`, or how many have none and why. */
export function sayPlaces({ seats, short, limit }: Pick<SeatingPlan, 'seats' | 'short' | 'limit'>): string {
  if (limit === null) return seats === 1 ? t`The one has a seat.` : t`All ${seats} have a seat.`;
  return t`${seats} have a seat, ${short} ${short === 1 ? t`has` : t`have`} none. ${LIMIT_WORDS[limit]}`;
}

/** `60 chairs, 8 round tables`; empty where nothing is fetched. */
export const sayFurniture = ({ counts }: Pick<SeatingPlan, 'counts'>): string =>
  listText(
    (Object.keys(PIECE_WORDS) as Piece['kind'][]).flatMap((kind) =>
      counts[kind] ? [countText(counts[kind], ...PIECE_WORDS[kind])] : [],
    ),
  );

const centimetres = (mm: number): string => t`${Math.round(mm / 10)} cm`;

/**
 * By which widths it was drawn, and that this approves nothing. Lengths in millimetres; 0 where the load of the floor
 * alone counts.
 */
export const sayRules = ({ wayMm, accessMm }: Pick<SeatingPlan, 'wayMm' | 'accessMm'>): string =>
  wayMm
    ? t`Every seat has a way of ${centimetres(wayMm)} to a door, by ${centimetres(accessMm)} between rows or chairs; at most 14 seats between two aisles (NFPA 101, IBC). This is no fire-safety approval.`
    : t`Counted by the published load of the floor (IBC table 1004.5). This is no fire-safety approval.`;

/** The minutes of work a plan takes. */
export const sayMinutes = ({ crewMin }: Pick<SeatingPlan, 'crewMin'>): string =>
  crewMin ? t`About ${lengthText(crewMin)} of work for one person.` : t`Nothing to carry.`;
