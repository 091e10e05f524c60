import type { ReactNode } from 'react';
import { OfficeFrame } from './office-frame';

export default function OfficeLayout({ children }: { children: ReactNode }) {
  return <OfficeFrame>{children}</OfficeFrame>;
}
