/** What of the board stands in its address, so that a link shows the same. */
export interface BoardAddress {
  readonly day: string | null;
  readonly text: string;
  /** `space.claimSpace` of the booking whose slip is open. */
  readonly slip: string | null;
  /** `space@local start` of a picked gap. */
  readonly pick: string | null;
}

export function boardHref({ day, text, slip, pick }: BoardAddress): string {
  const query = new URLSearchParams();
  if (day) query.set('day', day);
  if (text) query.set('q', text);
  if (slip) query.set('slip', slip);
  if (pick) query.set('pick', pick);
  const rest = query.toString();
  return rest ? `/?${rest}` : '/';
}
