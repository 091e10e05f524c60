import { ButtonLink } from '@/ui/kit/button';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { signedInPage } from '@/server/http/page';
import { templateLines } from '@/server/use-cases/work-orders/templates';
import { TemplateTable } from '@/ui/work-orders/template-table';
import { SetupsLinks, viewsFor } from '@/ui/work-orders/setups-links';

export const metadata: Metadata = texts({ title: 'Work order templates' });

export default async function TemplatesPage() {
  const ctx = await signedInPage('templates.change', '/work-orders/templates');
  return (
    <div className="mx-auto max-w-6xl">
      <SetupsLinks current="recipes" shown={viewsFor(ctx.viewer.roles)} />
      <div className="flex flex-wrap items-end gap-x-5 gap-y-2 pb-3">
        <h1 className="text-3xl">{t`Work order templates`}</h1>
        <p className="text-lg text-soft">{t`what is done for which event, by whom and by when`}</p>
        <ButtonLink
          isMain
          className="ml-auto"
          href="/work-orders/templates/new"
        >{t`New template`}</ButtonLink>
      </div>
      <TemplateTable templates={await templateLines(ctx)} />
    </div>
  );
}
