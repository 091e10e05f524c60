'use client';
import { t } from '@/contracts/language/translate';
import { X } from 'lucide-react';
import { Toast as Radix } from 'radix-ui';
import { createContext, use, useCallback, useMemo, useState, type ReactNode } from 'react';
import { Button } from './button';
import { IconButton } from './icon-button';

interface Told {
  /** What was done, as a sentence. */
  readonly words: string;
  undo(): void;
}

/** Long enough to be read and reached by keys (F8 goes there); it waits while it is pointed at or has the focus. */
const STAYS_MS = 10_000;

const ToastContext = createContext<(told: Told) => void>(() => undefined);

/** Tells of something done at a press, with the way back; for what is done without being asked once more. */
export const useToast = () => use(ToastContext);

const OneToast = ({ words, undo, onClose }: Told & { onClose(): void }) => (
  <Radix.Root
    duration={STAYS_MS}
    onOpenChange={(isOpen) => !isOpen && onClose()}
    className="sheet flex flex-wrap items-center gap-3 border-l-4 border-l-accent px-4 py-3 shadow-lg"
  >
    <Radix.Description className="min-w-40 flex-1">{words}</Radix.Description>
    <Radix.Action altText={t`Undo`} asChild>
      <Button onClick={undo}>{t`Undo`}</Button>
    </Radix.Action>
    <Radix.Close asChild>
      <IconButton name={t`Close`}>
        <X size={16} aria-hidden="true" />
      </IconButton>
    </Radix.Close>
  </Radix.Root>
);

export function ToastProvider({ children }: { children: ReactNode }) {
  const [told, setTold] = useState<readonly (Told & { readonly id: number })[]>([]);
  const tell = useCallback(
    (next: Told) =>
      setTold((before) => [...before.slice(-2), { ...next, id: (before[before.length - 1]?.id ?? 0) + 1 }]),
    [],
  );
  const close = (id: number) => setTold((before) => before.filter((each) => each.id !== id));
  return (
    <ToastContext value={useMemo(() => tell, [tell])}>
      <Radix.Provider label={t`Done`} swipeDirection="right">
        {children}
        {told.map(({ id, ...each }) => (
          <OneToast key={id} {...each} onClose={() => close(id)} />
        ))}
        <Radix.Viewport
          label={t`What was done ({hotkey})`}
          className="no-print fixed right-0 bottom-0 z-50 grid w-[min(28rem,100vw)] gap-2 p-4"
        />
      </Radix.Provider>
    </ToastContext>
  );
}
