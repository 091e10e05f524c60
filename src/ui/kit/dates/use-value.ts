'use client';
import { useState } from 'react';

/** A field whose value somebody else holds, or that holds its own, as browsers' fields do. */
export interface ValueProps {
  readonly value?: string;
  readonly defaultValue?: string;
  onChange?(value: string): void;
}

export function useValue({ value, defaultValue = '', onChange }: ValueProps) {
  const [own, setOwn] = useState(defaultValue);
  const set = (next: string) => {
    setOwn(next);
    onChange?.(next);
  };
  return [value ?? own, set] as const;
}
