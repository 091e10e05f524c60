import '@fontsource-variable/fraunces/full.css';
import '@fontsource-variable/source-sans-3';
import type { Metadata } from 'next';
import Script from 'next/script';
import type { ReactNode } from 'react';
import { ownLanguage } from '@/contracts/language/translate';
import { ownSettings, settingsText } from '@/contracts/language/own-settings';
import { currentContext, pageNonce } from '@/server/http/page';
import { NO_OFFICE, officeContact } from '@/server/repositories/house/office-contact';
import { languageScript } from '@/server/platform/language/script';
import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { QueryProvider } from '@/ui/hooks/query';
import { StayOffline } from '@/ui/frame/stay-offline';
import { OfficeProvider } from '@/ui/hooks/office';
import { PageSpeech } from '@/ui/preferences/page-speech';
import './globals.css';

export const metadata: Metadata = { title: { default: 'Calendario', template: '%s · Calendario' } };

/** What every page stands on, framed or bare. */
export default async function Layout({ children }: { children: ReactNode }) {
  const ctx = await currentContext();
  const nonce = await pageNonce();
  const settings = ownSettings();
  const { theme, contrast } = settings;
  const language = ownLanguage();
  const texts = languageScript(language);
  const office = (await officeContact(ctx.db)) ?? NO_OFFICE;
  const today = dateOf(toLocal(ctx.clock.now(), office.tzid));
  return (
    <html
      lang={language}
      data-theme={theme === 'device' ? undefined : theme}
      data-contrast={contrast === 'usual' ? undefined : contrast}
      data-settings={settingsText(settings)}
    >
      <head>
        {texts && (
          // Before anything is drawn by the browser, which has to say the same as the server did.
          <Script id="texts" src={texts.path} nonce={nonce} strategy="beforeInteractive" />
        )}
      </head>
      <body className="flex min-h-dvh flex-col">
        <PageSpeech settings={settings} language={language} texts={texts?.path ?? null}>
          <QueryProvider>
            <OfficeProvider office={{ ...office, today }}>{children}</OfficeProvider>
          </QueryProvider>
          <StayOffline />
        </PageSpeech>
      </body>
    </html>
  );
}
