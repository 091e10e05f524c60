'use client';
import { Tooltip } from 'radix-ui';
import type { ComponentProps } from 'react';

interface IconButtonProps extends Omit<ComponentProps<'button'>, 'type' | 'aria-label' | 'title'> {
  /** What it does: read by screen readers, seen on hovering and with the focus. */
  readonly name: string;
}

/** A button with a sign instead of words. */
export const IconButton = ({ name, className = '', ...rest }: IconButtonProps) => (
  <Tooltip.Provider delayDuration={300}>
    <Tooltip.Root>
      <Tooltip.Trigger asChild>
        <button
          {...rest}
          type="button"
          aria-label={name}
          className={`grid size-8 place-items-center rounded-xs hover:bg-sunk disabled:opacity-40 aria-pressed:bg-sunk aria-pressed:outline-1 aria-pressed:outline-strong-rule ${className}`}
        />
      </Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content sideOffset={4} className="sheet z-50 px-2 py-1 text-note shadow">
          {name}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  </Tooltip.Provider>
);
