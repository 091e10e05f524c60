'use client';
import { AlertDialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button } from './button';

interface AlertDialogProps {
  readonly isOpen: boolean;
  onOpen(isOpen: boolean): void;
  /** The button that opens it. */
  readonly trigger: ReactNode;
  readonly title: string;
  /** What it will do, in numbers. */
  readonly consequence: string;
  readonly keep: string;
  readonly confirm: string;
  readonly isBusy: boolean;
  onConfirm(): void;
  readonly children?: ReactNode;
}

/** Asks before something that takes effect for others, and says what it will do. */
export function AlertDialog({
  isOpen,
  onOpen,
  trigger,
  title,
  consequence,
  children,
  ...answer
}: AlertDialogProps) {
  return (
    <Radix.Root open={isOpen} onOpenChange={onOpen}>
      <Radix.Trigger asChild>{trigger}</Radix.Trigger>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Radix.Content className="sheet fixed top-1/2 left-1/2 z-50 w-[min(32rem,94vw)] -translate-x-1/2 -translate-y-1/2 border-t-4 border-t-accent p-5">
          <Radix.Title className="text-xl">{title}</Radix.Title>
          <Radix.Description className="mt-2">{consequence}</Radix.Description>
          {children}
          <div className="mt-4 flex flex-wrap justify-end gap-2">
            <Radix.Cancel asChild>
              <Button>{answer.keep}</Button>
            </Radix.Cancel>
            <Button isMain isBusy={answer.isBusy} onClick={answer.onConfirm}>
              {answer.confirm}
            </Button>
          </div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
