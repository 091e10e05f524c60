'use client';
import { Tooltip as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface TooltipProps {
  readonly text: string;
  /** The one control it is about; its own name has to say the same or more, as nobody touching a screen sees this. */
  readonly children: ReactNode;
}

/** A few words about a control, seen on hovering and with the focus. */
export const Tooltip = ({ text, children }: TooltipProps) => (
  <Radix.Provider delayDuration={300}>
    <Radix.Root>
      <Radix.Trigger asChild>{children}</Radix.Trigger>
      <Radix.Portal>
        <Radix.Content sideOffset={4} className="sheet z-50 px-2 py-1 text-note shadow">
          {text}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  </Radix.Provider>
);
