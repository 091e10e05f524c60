'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { Moon, Sun } from 'lucide-react';
import { ownSettings } from '@/contracts/language/own-settings';
import { send } from '@/ui/hooks/send';
import { showSettings } from '@/ui/hooks/page-settings';

/** Light or dark; without a choice the device decides. Kept, so that the server draws it right at once. */
export function ThemeSwitch() {
  const flip = () => {
    const now = ownSettings();
    const isDark =
      now.theme === 'device' ? matchMedia('(prefers-color-scheme: dark)').matches : now.theme === 'dark';
    const settings = { ...now, theme: isDark ? ('light' as const) : ('dark' as const) };
    showSettings(settings);
    // What is shown is shown; that it was not kept would only be noticed at the next visit.
    void send('POST', '/api/own/settings', { settings });
  };
  return (
    <Button onClick={flip} className="px-2" aria-label={t`Light or dark`}>
      <Sun aria-hidden="true" size={17} />
      <Moon aria-hidden="true" size={15} className="-ml-1.5 self-end" />
    </Button>
  );
}
