import { pairs } from '@/core/lists';
import { subtract, type Interval } from '../time/epoch-minute';

/** So many pieces during a span; 0 is none. */
export interface Amount {
  readonly span: Interval;
  readonly quantity: number;
}

/**
 * What is still to be taken of a use where others that serve it as well are taken already: at each minute the quantity
 * beyond the largest of them. Pieces come in order of time, touching ones of one quantity joined.
 */
export function remaining({ span, quantity }: Amount, taken: readonly Amount[]): Amount[] {
  const larger = taken.filter((each) => each.quantity >= quantity).map((each) => each.span);
  const smaller = taken.filter((each) => each.quantity < quantity);
  return subtract(span, larger).flatMap((piece) => {
    const edges = smaller.flatMap(({ span: { start, end } }) => [start, end]);
    const inside = edges.filter((at) => at > piece.start && at < piece.end);
    const cuts = [...new Set([piece.start, ...inside, piece.end])].sort((a, b) => a - b);
    const left: Amount[] = [];
    for (const [start, end] of pairs(cuts.slice(0, -1), cuts.slice(1))) {
      const covered = smaller.filter((each) => each.span.start <= start && each.span.end > start);
      const rest = quantity - Math.max(0, ...covered.map((each) => each.quantity));
      const last = left[left.length - 1];
      if (last?.quantity === rest)
        left[left.length - 1] = { span: { start: last.span.start, end }, quantity: rest };
      else left.push({ span: { start, end }, quantity: rest });
    }
    return left;
  });
}
