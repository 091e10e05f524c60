'use client';
import { t } from '@/contracts/language/translate';

export const PrintButton = () => (
  <button type="button" className="press press-main" onClick={() => window.print()}>{t`Print`}</button>
);
