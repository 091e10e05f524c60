'use client';
import { ChevronDown } from 'lucide-react';
import { DropdownMenu as Radix } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button } from './button';

interface MenuProps {
  /** What stands on the button. */
  readonly words: string;
  /** What it is about, where several menus stand on a page: read after the words. */
  readonly about?: string;
  readonly isBusy?: boolean;
  readonly children: ReactNode;
}

/** Commands that are seldom needed, behind one button: by pointer, by arrows and by their first letters. */
export const Menu = ({ words, about, isBusy = false, children }: MenuProps) => (
  <Radix.Root>
    <Radix.Trigger asChild>
      <Button isBusy={isBusy} aria-label={about ? `${words}: ${about}` : words}>
        {words} <ChevronDown size={14} aria-hidden="true" />
      </Button>
    </Radix.Trigger>
    <Radix.Portal>
      <Radix.Content
        align="start"
        sideOffset={4}
        collisionPadding={8}
        className="sheet z-50 min-w-44 py-1 shadow-lg"
      >
        {children}
      </Radix.Content>
    </Radix.Portal>
  </Radix.Root>
);

interface MenuItemProps {
  /** Why it cannot be done just now; null where it can. */
  readonly off?: string | null;
  onChoose(): void;
  readonly children: ReactNode;
}

export const MenuItem = ({ off = null, onChoose, children }: MenuItemProps) => (
  <Radix.Item
    disabled={off !== null}
    onSelect={onChoose}
    className="min-h-9 cursor-pointer px-3 py-1.5 outline-none data-disabled:cursor-default data-disabled:text-soft data-highlighted:bg-sunk"
  >
    {children}
    {off !== null && <span className="block text-note">{off}</span>}
  </Radix.Item>
);
