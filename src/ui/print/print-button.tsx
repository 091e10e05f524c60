'use client';
import { say } from '@/contracts/language/say';

export const PrintButton = () => (
  <button type="button" className="press press-main" onClick={() => window.print()}>{say`Print`}</button>
);
