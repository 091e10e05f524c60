'use client';
import '@/ui/hooks/page-settings';
import type { LocalDate } from '@/core/time/local-time';
import { createContext, useContext, type ReactNode } from 'react';

export interface Office {
  readonly site: string;
  readonly name: string;
  readonly phone: string;
  readonly email: string;
  readonly tzid: string;
  /** On which day a week begins where nobody has chosen; 1 is Monday. */
  readonly weekStart: number;
  /** The day it is there. */
  readonly today: LocalDate;
}

const OfficeContext = createContext<Office | null>(null);

export function OfficeProvider({ office, children }: { office: Office; children: ReactNode }) {
  return <OfficeContext.Provider value={office}>{children}</OfficeContext.Provider>;
}

/** Whom to ask; every page and refusal names it. */
export function useOffice(): Office {
  const office = useContext(OfficeContext);
  if (!office) throw new Error('useOffice needs an OfficeProvider around it');
  return office;
}
