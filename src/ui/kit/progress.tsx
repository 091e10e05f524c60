import { Progress as Radix } from 'radix-ui';

interface ProgressProps {
  readonly label: string;
  readonly done: number;
  /** 0 where nobody knows yet how much there is. */
  readonly of: number;
}

/** How far something is; a bar that comes and goes while that is not known. */
export function Progress({ label, done, of }: ProgressProps) {
  const isKnown = of > 0;
  return (
    <Radix.Root
      aria-label={label}
      value={isKnown ? done : null}
      max={isKnown ? of : 1}
      className="h-2.5 w-28 overflow-hidden rounded-sm bg-sunk outline outline-1 outline-strong-rule"
    >
      <Radix.Indicator
        className={`block h-full bg-accent ${isKnown ? '' : 'w-1/3 animate-pulse'}`}
        style={isKnown ? { width: `${(100 * Math.min(done, of)) / of}%` } : undefined}
      />
    </Radix.Root>
  );
}
