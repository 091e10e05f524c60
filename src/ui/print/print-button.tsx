'use client';

export const PrintButton = () => (
  <button type="button" className="press press-main" onClick={() => window.print()}>
    Print
  </button>
);
