/** Who has a unit and for how long; `with` is null where the viewer may only know that it is taken. */
export interface UnitCustody {
  readonly with: string | null;
  readonly from: string;
  readonly until: string;
}

/** A numbered unit: where it is, and where it goes next. Null where it is with nobody. */
export interface UnitView {
  readonly name: string;
  readonly now: UnitCustody | null;
  readonly before: UnitCustody | null;
  readonly next: UnitCustody | null;
}
