'use client';
import { Button } from '@/ui/kit/button';
import { TextField } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useState, type ComponentProps } from 'react';

/** A password that can be looked at while it is typed: one that can be read needs no second time. */
export function PasswordInput({ label, ...input }: ComponentProps<'input'> & { readonly label: string }) {
  const [isShown, setShown] = useState(false);
  return (
    <span className="flex items-center gap-2">
      <TextField {...input} type={isShown ? 'text' : 'password'} className="flex-1" />
      <Button aria-pressed={isShown} onClick={() => setShown(!isShown)}>
        {isShown ? t`Hide` : t`Show`}
        <span className="sr-only"> {label.toLowerCase()}</span>
      </Button>
    </span>
  );
}
