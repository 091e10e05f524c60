import { t, texts } from '@/contracts/language/translate';
import type { Role } from '@/core/roles';
import Link from '@/ui/kit/link';

const VIEWS = texts(
  [
    { view: 'day', text: 'Day', href: '/work-orders' },
    { view: 'week', text: 'Week and people', href: '/work-orders/week' },
    { view: 'stores', text: 'From the stores', href: '/work-orders/stores' },
    { view: 'recipes', text: 'Work order templates', href: '/work-orders/templates' },
  ] as const,
  'text',
);
export type SetupsView = (typeof VIEWS)[number]['view'];

/** The office sees all of it; a crew its days and the stores. */
export const viewsFor = (roles: readonly Role[]): readonly SetupsView[] => {
  if (roles.includes('manager')) return ['day', 'week', 'stores', 'recipes'];
  return roles.includes('housekeeper') ? ['day', 'stores', 'recipes'] : ['day', 'stores'];
};

/** Ways to look at setup work; `shown` are those the viewer may see. */
export function SetupsLinks({ current, shown }: { current: SetupsView; shown: readonly SetupsView[] }) {
  return (
    <nav aria-label={t`Work orders`} className="no-print flex flex-wrap gap-x-4 gap-y-1 pb-2">
      {VIEWS.filter(({ view }) => shown.includes(view)).map(({ view, text, href }) => (
        <Link
          key={view}
          href={href}
          aria-current={view === current ? 'page' : undefined}
          className={`inline-flex min-h-8 items-center ${view === current ? 'font-semibold no-underline' : 'underline'}`}
        >
          {text}
        </Link>
      ))}
    </nav>
  );
}
