import '@fontsource-variable/fraunces/full.css';
import '@fontsource-variable/source-sans-3';
import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { ownSettings, settingsText } from '@/contracts/own-settings';
import { currentContext } from '@/server/http/page';
import { NO_OFFICE, officeContact } from '@/server/use-cases/look/office-contact';
import { OfficeProvider } from '@/ui/frame/office';
import './globals.css';

export const metadata: Metadata = { title: { default: 'Calendario', template: '%s · Calendario' } };

/** What every page stands on, framed or bare. */
export default async function Layout({ children }: { children: ReactNode }) {
  const ctx = await currentContext();
  const settings = ownSettings();
  const { theme, contrast } = settings;
  const office = (await officeContact(ctx.db)) ?? NO_OFFICE;
  return (
    <html
      lang="en"
      data-theme={theme === 'device' ? undefined : theme}
      data-contrast={contrast === 'usual' ? undefined : contrast}
      data-settings={settingsText(settings)}
    >
      <body className="flex min-h-dvh flex-col">
        <OfficeProvider office={office}>{children}</OfficeProvider>
      </body>
    </html>
  );
}
