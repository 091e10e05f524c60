import { EmptyState } from '@/ui/kit/empty-state';
import { t } from '@/contracts/language/translate';
import type { TemplateLine } from '@/contracts/work-orders/templates';
import Link from '@/ui/kit/link';

const Line = ({ template }: { readonly template: TemplateLine }) => (
  <li className="grid gap-x-4 border-t border-rule py-2 md:grid-cols-[15rem_1fr_12rem_6rem]">
    <Link href={`/work-orders/templates/${template.id}`} className="min-h-6 font-semibold">
      {template.title}
    </Link>
    <span>
      {template.aboutText}
      <br />
      <span className="text-soft">{template.dueText}</span>
      {template.bringsText && (
        <>
          <br />
          <span className="font-mono text-fine">{template.bringsText}</span>
        </>
      )}
    </span>
    <span className="text-soft">{template.issueText}</span>
    <span className="text-soft tabular-nums md:text-right">{t`${template.open} open`}</span>
  </li>
);

/** The office's templates, by the team that does them. */
export function TemplateTable({ templates }: { templates: readonly TemplateLine[] }) {
  const teams = [...new Set(templates.map(({ team }) => team))];
  if (!teams.length)
    return (
      <EmptyState>{t`There is no work order template yet, so approved events make no work orders.`}</EmptyState>
    );
  return (
    <div className="grid gap-4">
      {teams.map((team) => (
        <section key={team} className="sheet p-4" aria-label={team}>
          <h2 className="text-xl">{team}</h2>
          <ul>
            {templates
              .filter((template) => template.team === team)
              .map((template) => (
                <Line key={template.id} template={template} />
              ))}
          </ul>
        </section>
      ))}
    </div>
  );
}
