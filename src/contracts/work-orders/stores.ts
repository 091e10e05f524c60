import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import type { EquipmentTypeId } from '@/core/ids';
import { idempotencyKey, optionalLine, rowId, wholeNumber } from '@/contracts/forms/fields';

/** What came back after an event. */
export interface ReturnView {
  readonly counted: number;
  readonly damaged: number;
  readonly note: string;
  readonly text: string;
}

/** One line of what leaves a store or comes back, in words. */
export interface StoreLine {
  readonly key: string;
  readonly orderId: number | null;
  readonly typeId: EquipmentTypeId | null;
  readonly way: 'out' | 'back';
  readonly name: string;
  /** Through the store; null where it could not be worked out. */
  readonly quantity: number | null;
  readonly movedDirectly: number;
  readonly timeText: string;
  readonly place: string;
  readonly eventTitle: string;
  readonly reference: string;
  /** Whether what comes back can be counted here. */
  readonly isCountable: boolean;
  readonly returned: ReturnView | null;
}

/** Pieces that go straight from one event to the next. */
export interface MovementView {
  readonly quantity: number;
  readonly name: string;
  readonly timeText: string;
  readonly from: string;
  readonly to: string;
  readonly toEvent: string;
}

/** A day of the stores. */
export interface StoresDay {
  readonly date: string;
  readonly dateText: string;
  readonly isToday: boolean;
  readonly stores: readonly { readonly name: string; readonly lines: readonly StoreLine[] }[];
  readonly movements: readonly MovementView[];
}

/**
 * Counted as it comes back: how many there are, and how many of those are damaged. From 0 to 100,000; damaged ones are
 * at most as many as came back.
 */
export const returnSchema = z
  .object({
    key: idempotencyKey,
    typeId: rowId<EquipmentTypeId>(untranslated('equipment')),
    counted: wholeNumber(untranslated('How many came back'), 0, 100_000),
    damaged: wholeNumber(untranslated('How many are damaged'), 0, 100_000).default(0),
    note: optionalLine(untranslated('What is there to say'), MOST_CHARACTERS.remark),
  })
  .refine(({ counted, damaged }) => damaged <= counted, {
    path: ['damaged'],
    ...lazyText`No more can be damaged than came back.`,
  });
export type ReturnInput = z.output<typeof returnSchema>;
