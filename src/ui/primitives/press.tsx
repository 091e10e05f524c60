'use client';
import { useEffect, useId, useState, type ComponentProps, type MouseEvent } from 'react';

interface PressProps extends Omit<ComponentProps<'button'>, 'disabled' | 'type'> {
  /** Why it cannot be pressed now; null where it can. */
  readonly off: string | null;
  /** What it did before is still going on. */
  readonly isBusy?: boolean;
  readonly isMain?: boolean;
  readonly isSubmit?: boolean;
  /** Inside the button; `className` is for where it is put. */
  readonly look?: string;
}

/** A finger neither hovers nor leaves the focus behind: pressed while off, it shows the reason for so long. */
const SHOWN_MS = 5000;

/**
 * A button that says why it is off: it can be reached by keys and touched like any other, and answers with the reason
 * instead of doing anything.
 */
export function Press({
  off,
  isBusy = false,
  isMain = false,
  isSubmit = false,
  look = '',
  className = '',
  onClick,
  children,
  ...rest
}: PressProps) {
  const id = useId();
  const [isAsked, setAsked] = useState(false);
  useEffect(() => {
    if (!isAsked) return;
    const timer = setTimeout(() => setAsked(false), SHOWN_MS);
    return () => clearTimeout(timer);
  }, [isAsked]);
  const click = (event: MouseEvent<HTMLButtonElement>) => {
    if (off === null) return onClick?.(event);
    // Enter in a field of the form presses its button too.
    event.preventDefault();
    setAsked(true);
  };
  return (
    <span className={`group relative inline-grid ${className}`}>
      <button
        {...rest}
        type={isSubmit ? 'submit' : 'button'}
        className={`press ${isMain ? 'press-main' : ''} ${look}`}
        disabled={isBusy}
        aria-disabled={off !== null || undefined}
        aria-describedby={off === null ? rest['aria-describedby'] : id}
        onClick={click}
      >
        {children}
      </button>
      {off !== null && (
        <span
          id={id}
          className={`sheet pointer-events-none absolute bottom-full left-0 z-30 mb-1 w-max max-w-56 border-l-4 border-l-look px-2 py-1 text-left text-[0.92rem] group-hover:block group-has-focus-visible:block ${isAsked ? 'block' : 'hidden'}`}
        >
          {off}
        </span>
      )}
    </span>
  );
}
