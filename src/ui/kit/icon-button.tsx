'use client';
import type { ComponentProps } from 'react';
import { Tooltip } from './tooltip';

interface IconButtonProps extends Omit<ComponentProps<'button'>, 'type' | 'aria-label' | 'title'> {
  /** What it does: read by screen readers, seen on hovering and with the focus. */
  readonly name: string;
}

/** A button with a sign instead of words. */
export const IconButton = ({ name, className = '', ...rest }: IconButtonProps) => (
  <Tooltip text={name}>
    <button
      {...rest}
      type="button"
      aria-label={name}
      className={`grid size-8 place-items-center rounded-xs hover:bg-sunk disabled:opacity-40 aria-pressed:bg-sunk aria-pressed:outline-1 aria-pressed:outline-strong-rule ${className}`}
    />
  </Tooltip>
);
