import { performance } from 'node:perf_hooks';

export interface Contender {
  readonly name: string;
  /** What has to be made ready before each round and is not measured. */
  prepare?(): void | Promise<void>;
  run(): Promise<unknown>;
}

export interface Figure {
  readonly name: string;
  readonly medianMs: number;
  /** To the first contender, the baseline. */
  readonly ratio: number;
}

const ROUNDS = 31;
const WARM_UP = 5;

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

/** Medians of rounds in which every contender runs once, in turn: whatever else the machine does hits all alike. */
export async function compare(
  contenders: readonly Contender[],
  { rounds = ROUNDS, warmUp = WARM_UP }: { readonly rounds?: number; readonly warmUp?: number } = {},
): Promise<Figure[]> {
  const times = contenders.map(() => [] as number[]);
  for (let round = -warmUp; round < rounds; round += 1)
    for (const [index, contender] of contenders.entries()) {
      await contender.prepare?.();
      const started = performance.now();
      await contender.run();
      if (round >= 0) times[index]!.push(performance.now() - started);
    }
  return figuresOf(contenders.map(({ name }, index) => [name, times[index]!]));
}

/** Medians and ratios to the first. */
export function figuresOf(
  measured: readonly (readonly [name: string, times: readonly number[]])[],
): Figure[] {
  const base = median(measured[0]![1]);
  return measured.map(([name, times]) => ({ name, medianMs: median(times), ratio: median(times) / base }));
}

export const table = (figures: readonly Figure[]): string =>
  [
    '| | median ms | ratio |',
    '|---|---|---|',
    ...figures.map(
      ({ name, medianMs, ratio }) => `| ${name} | ${medianMs.toFixed(2)} | ${ratio.toFixed(3)} |`,
    ),
  ].join('\n');
