'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { X } from 'lucide-react';
import { useEffect, useRef, type ReactNode } from 'react';

/** From here on there is room for it beside the work; `lg` of the style sheet. */
const BESIDE_PX = 1024;

/** What is picked, beside the work and never over it. Has an address: the page's own. */
export function DetailsPanel({
  title,
  onClose,
  children,
}: {
  title: string;
  onClose(): void;
  children: ReactNode;
}) {
  const sheet = useRef<HTMLElement>(null);
  useEffect(() => {
    // Where there is no room beside the work the details panel lies below it, and would not be seen.
    if (window.innerWidth < BESIDE_PX) sheet.current?.scrollIntoView({ block: 'start' });
  }, []);
  return (
    <aside
      ref={sheet}
      aria-label={title}
      className="sheet self-start border-t-4 border-t-accent p-4 lg:sticky lg:top-3 lg:max-h-[calc(100dvh-1.5rem)] lg:overflow-y-auto"
    >
      <div className="flex items-start justify-between gap-2">
        <h2 className="text-xl">{title}</h2>
        <Button aria-label={t`Close the details`} className="px-1.5 py-1" onClick={onClose}>
          <X size={16} aria-hidden="true" />
        </Button>
      </div>
      <div className="mt-2">{children}</div>
    </aside>
  );
}
