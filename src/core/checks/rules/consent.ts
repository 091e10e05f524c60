import type { EquipmentTypeId } from '../../ids';
import { USUAL, type CheckRule } from './rule';

/** Those who look after it have not answered, or do not agree. */
export interface Consent {
  readonly state: 'awaited' | 'refused';
  readonly stewards: readonly string[];
  /** The pool they look after, where it is none of the places. */
  readonly typeId?: EquipmentTypeId;
}

/** Whoever looks after the place has not agreed. Known of claims only (`checks/consent.ts`), so never in the form. */
export const consent: CheckRule<Consent> = {
  ...USUAL,
  severity: { office: 'warns', requester: 'notes' },
  override: 'manager',
  mustBePutRight: false,
  // Another place may be looked after by nobody; asked of claims alone, it never comes to a search.
  touches: 'place',
  about: ({ typeId = null }) => typeId,
  reads: [],
  judged: { by: 'claims' },
};
