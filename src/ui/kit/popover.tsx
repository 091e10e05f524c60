'use client';
import { Popover as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface PopoverProps {
  /** What it holds, read out as it opens. */
  readonly label: string;
  /** The one button that opens it. */
  readonly trigger: ReactNode;
  readonly align?: 'start' | 'end';
  readonly className?: string;
  /** Where it is closed by what is done in it; left out, it opens and closes by itself. */
  readonly isOpen?: boolean;
  onOpen?(isOpen: boolean): void;
  readonly children: ReactNode;
}

/** Something small that opens beside what opens it; Escape and a press beside it close it, and the focus goes back. */
export const Popover = ({
  label,
  trigger,
  align = 'start',
  className = '',
  isOpen,
  onOpen,
  children,
}: PopoverProps) => (
  <Radix.Root {...(isOpen !== undefined && { open: isOpen })} {...(onOpen && { onOpenChange: onOpen })}>
    <Radix.Trigger asChild>{trigger}</Radix.Trigger>
    <Radix.Portal>
      <Radix.Content
        aria-label={label}
        align={align}
        sideOffset={4}
        collisionPadding={8}
        className={`sheet z-50 p-3 shadow-lg ${className}`}
      >
        {children}
      </Radix.Content>
    </Radix.Portal>
  </Radix.Root>
);

export const PopoverClose = Radix.Close;
