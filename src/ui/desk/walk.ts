/** The order in which the desk was last shown, so that one can go from request to request as it stood there. */
const KEY = 'desk-order';

export interface WalkStep {
  readonly reference: string;
  readonly title: string;
}

export function rememberWalk(steps: readonly WalkStep[]): void {
  try {
    sessionStorage.setItem(KEY, JSON.stringify(steps));
  } catch {
    // Without storage there is no walk; the list is still there.
  }
}

function readWalk(): WalkStep[] {
  try {
    return JSON.parse(sessionStorage.getItem(KEY) ?? '[]') as WalkStep[];
  } catch {
    return [];
  }
}

export interface WalkPlace {
  readonly at: number;
  readonly of: number;
  readonly before: WalkStep | null;
  readonly next: WalkStep | null;
}

/** Where a request stands in that order; null where the desk did not lead to it. */
export function placeInWalk(reference: string): WalkPlace | null {
  const steps = readWalk();
  const at = steps.findIndex((step) => step.reference === reference);
  if (at < 0) return null;
  return { at: at + 1, of: steps.length, before: steps[at - 1] ?? null, next: steps[at + 1] ?? null };
}
