'use client';
import { Moon, Sun } from 'lucide-react';
import { useRouter } from 'next/navigation';

const YEAR_S = 31_536_000;

/** Light or dark; without a choice the device decides. Kept in a cookie so that the server draws it right at once. */
export function ThemeSwitch() {
  const router = useRouter();
  const flip = () => {
    const root = document.documentElement;
    const isDark = root.dataset.theme
      ? root.dataset.theme === 'dark'
      : matchMedia('(prefers-color-scheme: dark)').matches;
    const theme = isDark ? 'light' : 'dark';
    root.dataset.theme = theme;
    document.cookie = `theme=${theme}; path=/; max-age=${YEAR_S}; samesite=lax`;
    router.refresh();
  };
  return (
    <button type="button" onClick={flip} className="press px-2" aria-label="Light or dark">
      <Sun aria-hidden="true" size={17} />
      <Moon aria-hidden="true" size={15} className="-ml-1.5 self-end" />
    </button>
  );
}
