'use client';
import { useEffect, type ComponentProps } from 'react';

interface FootBarProps extends Omit<ComponentProps<'section'>, 'className'> {
  /** Whether it stays at the foot of the window; otherwise it lies where it stands. */
  readonly isUp: boolean;
}

/** What is done with what is picked above: over what is read only while something is picked. */
export function FootBar({ isUp, ...rest }: FootBarProps) {
  // Marked on the page, so that what is gone to by key stops above it. Asked by the style sheet with :has() it would be
  // looked for at every row the board takes away.
  useEffect(() => {
    document.documentElement.classList.toggle('under-foot-bar', isUp);
    return () => document.documentElement.classList.remove('under-foot-bar');
  }, [isUp]);
  return (
    <section
      {...rest}
      className={`mt-2 grid gap-2 border-t-2 border-strong-rule bg-paper py-2 ${isUp ? 'foot-bar' : ''}`}
    />
  );
}
