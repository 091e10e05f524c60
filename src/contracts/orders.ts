/** One order as a crew reads it, in order of time. */
export interface OrderView {
  readonly id: number;
  readonly version: number;
  readonly contentVersion: number;
  readonly phase: 'setup' | 'strike';
  readonly title: string;
  readonly team: string;
  readonly state: 'open' | 'done';
  readonly isLate: boolean;
  readonly fromText: string;
  readonly dueText: string;
  readonly place: string;
  readonly building: string;
  readonly layout: string;
  readonly people: number;
  /** Where the room is seen as it is to be set; null where there is nothing to see. */
  readonly planHref: string | null;
  readonly eventTitle: string;
  readonly reference: string;
  readonly equipment: readonly { readonly name: string; readonly quantity: number; readonly store: string }[];
  readonly notes: string;
  readonly doneText: string | null;
}

export interface CrewDay {
  readonly date: string;
  readonly dateText: string;
  readonly isToday: boolean;
  readonly orders: readonly OrderView[];
}
