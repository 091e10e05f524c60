import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { pageContext } from '@/server/http/page';
import { NEEDS_SCRIPTS_PAGE } from '@/contracts/base/needs-scripts';
import { FullPageNote } from '@/ui/frame/full-page-note';

export const metadata: Metadata = texts({ title: 'Not sent' });

export default async function NeedsScriptsPage() {
  await pageContext('session.begin', NEEDS_SCRIPTS_PAGE);
  return (
    <FullPageNote title={t`Not sent`}>
      <p>{t`The form was sent before its page had finished loading, or scripts are switched off in this browser. Nothing was changed.`}</p>
      <p className="mt-3">{t`Go back: what you typed is still there. Wait until the page has loaded, or switch scripts on for this site, and send it again.`}</p>
    </FullPageNote>
  );
}
