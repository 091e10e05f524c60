import { t } from '@/contracts/language/translate';
import { checkDates } from '@/core/checks/check';
import { verdictOf, type Finding, type Verdict } from '@/core/checks/findings';
import type { Side } from '@/core/checks/rules/rule';
import type { WantedDate } from '@/core/checks/asked';
import type { ClaimId, EquipmentTypeId, ResourceId } from '@/core/ids';
import { bandMinutesOf, occupiedSpan, setupKeyOf, type ClaimContent } from '@/core/occupancy/bands';
import type { BusyRow, UseRow, WorldSnapshot } from '@/core/checks/world';
import type { Requester } from '@/core/spaces/policy';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { sayFinding } from '@/contracts/words/findings';
import type { UseTuple } from '@/contracts/calendar/board';
import type { Booking } from './bookings';
import { asSpaceId, type BoardOffice } from './board-office';

/** What stands on the board, as the check in the browser takes it. */
export interface OnBoard {
  readonly house: BoardOffice;
  readonly bookings: readonly Booking[];
  readonly uses: readonly UseTuple[];
  /** When the page was made: what has begun by then cannot be asked for. */
  readonly now: EpochMinute;
}

const STRANGER = 0 as ClaimId;

/** Enough of a known booking to tell a shared shoulder; a band that is cut already has its link. */
function neighbourOf({ id, spaceId, span, known }: Booking): BusyRow['neighbour'] {
  if (!known) return undefined;
  const whole = occupiedSpan(known.event, known);
  return {
    claimSpaceId: id,
    setupKey: setupKeyOf({ spaceId: asSpaceId(spaceId), layout: known.layout }),
    host: {
      start: (known.event.start - known.accessMin) as EpochMinute,
      end: (known.event.end + known.exitMin) as EpochMinute,
    },
    occupied: span,
    hasLink: { before: span.start > whole.start, after: span.end < whole.end },
  };
}

function busyRows(board: OnBoard, parts: ReadonlySet<ResourceId>, except: ClaimId | null): BusyRow[] {
  return board.bookings.flatMap((booking) => {
    if (booking.state === 'waiting' || (except !== null && booking.known?.claimId === except)) return [];
    const shared = board.house.space(booking.spaceId)?.facts.parts.filter((part) => parts.has(part)) ?? [];
    const neighbour = neighbourOf(booking);
    return shared.map((resourceId) => ({
      resourceId,
      span: booking.span,
      claimId: booking.known?.claimId ?? STRANGER,
      ...(neighbour && { neighbour }),
    }));
  });
}

/** The snapshot around one wanted claim: only what could touch it, so that a step of the pointer costs little. */
export function worldAround(board: OnBoard, claim: ClaimContent, except: ClaimId | null): WorldSnapshot {
  const spaces = claim.spaces.flatMap(({ spaceId }) => board.house.space(spaceId)?.facts ?? []);
  const parts = new Set(spaces.flatMap((space) => space.parts));
  const types = new Set<number>(claim.equipment.map(({ typeId }) => typeId));
  return {
    tzid: board.house.tzid,
    horizonMonths: board.house.horizonMonths,
    spaces,
    equipment: [...types].flatMap((type) => board.house.pool(type)?.facts ?? []),
    busy: busyRows(board, parts, except),
    uses: board.uses
      .filter(([type]) => types.has(type))
      .map(([type, start, end, quantity]): UseRow => ({
        typeId: type as EquipmentTypeId,
        span: { start, end },
        quantity,
        claimId: STRANGER,
      })),
  };
}

export interface BoardVerdict {
  readonly verdict: Verdict;
  readonly sentences: readonly string[];
}

export interface CheckOnBoard {
  readonly side: Side;
  /** The claim that is being moved. */
  readonly except?: ClaimId | null;
  readonly requester?: Requester;
}

function sentenceOf({ facts, spaceId }: Finding, board: OnBoard, side: Side): string {
  const by = 'by' in facts && !Array.isArray(facts.by) && 'claimId' in facts.by ? facts.by.claimId : null;
  return sayFinding(facts, {
    tzid: board.house.tzid,
    side,
    place: spaceId === null ? '' : (board.house.space(spaceId)?.name ?? ''),
    equipment:
      'typeId' in facts && facts.typeId !== undefined
        ? (board.house.pool(facts.typeId)?.name ?? t`This equipment`)
        : '',
    collider: by ? (board.bookings.find(({ known }) => known?.claimId === by)?.known?.title ?? null) : null,
  });
}

/** The verdict on a claim, by the same core as on the server, from what the board has loaded. */
export function checkOnBoard(
  board: OnBoard,
  wanted: WantedDate,
  { side, except = null, requester }: CheckOnBoard,
): BoardVerdict {
  const findings = checkDates([wanted], worldAround(board, wanted.claim, except), {
    requester,
    now: board.now,
  });
  return {
    verdict: verdictOf(findings, side),
    sentences: [...new Set(findings.map((finding) => sentenceOf(finding, board, side)))],
  };
}

/** Whole bands of a claim in one of its spaces. */
export const occupiedInSlot = (claim: ClaimContent, slot: number) =>
  occupiedSpan(claim.event, bandMinutesOf(claim, claim.spaces[slot]!));
