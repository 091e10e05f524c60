import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { signedInPage } from '@/server/http/page';
import { historyOfEntry } from '@/server/use-cases/administration/entries/read-entries';
import { EntryHistory } from '@/ui/administration/entry-history';
import { templateChoices, storedTemplate } from '@/server/use-cases/work-orders/templates';
import { TemplateForm } from '@/ui/work-orders/template-form';
import { SetupsLinks, viewsFor } from '@/ui/work-orders/setups-links';

export const metadata: Metadata = texts({ title: 'Template' });

export default async function TemplatePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const isNew = id === 'new';
  if (!isNew && !/^\d{1,15}$/.test(id)) notFound();
  const ctx = await signedInPage('templates.change', `/work-orders/templates/${id}`);
  const stored = isNew ? null : await storedTemplate(ctx.db, Number(id));
  if (!isNew && !stored) notFound();
  return (
    <div className="mx-auto max-w-6xl">
      <SetupsLinks current="recipes" shown={viewsFor(ctx.viewer.roles)} />
      <h1 className="pb-3 text-3xl">{stored ? stored.template.title : t`A new work order template`}</h1>
      <TemplateForm choices={await templateChoices(ctx)} stored={stored} />
      {stored && <EntryHistory lines={await historyOfEntry(ctx, 'recipe', stored.id)} />}
    </div>
  );
}
