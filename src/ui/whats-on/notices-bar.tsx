import { DateField } from '@/ui/kit/dates/date-field';
import { Choice } from '@/ui/kit/choice';
import { Field } from '@/ui/kit/field';
import { Button, ButtonAnchor, ButtonLink } from '@/ui/kit/button';
import { Checkbox, TextField } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t, texts } from '@/contracts/language/translate';
import {
  NOTICE_VIEWS,
  type NoticeCalendar,
  type NoticesPage,
  type NoticeView,
} from '@/contracts/publishing/notices';
import { Mark } from '@/ui/kit/mark';
import { noticesHref } from './notices-address';
import type { LocalDate } from '@/core/time/local-time';
import type { Named } from '@/contracts/work-orders/templates';

const VIEW_WORDS: Readonly<Record<NoticeView, string>> = texts({
  list: 'running list',
  day: 'one day',
  week: 'one week',
  month: 'one month',
});

interface NoticesBarProps {
  readonly page: NoticesPage;
  readonly base: string;
  readonly link: string | null;
  /** Several calendars to choose from. */
  readonly isTogether: boolean;
}

const named = (options: readonly { readonly id: number; readonly name: string }[]) =>
  options.map(({ id, name }) => [id, name] as const);

/** Which calendars are shown: a line of marks that are put in or left out. */
function Calendars({ calendars }: Pick<NoticesPage, 'calendars'>) {
  return (
    <fieldset className="basis-full">
      <legend className="text-note font-semibold">{t`Calendars shown`}</legend>
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        {calendars.map(({ slug, name, mark, hue, isOn, isForEveryone }) => (
          <label key={slug} className="inline-flex min-h-7 items-center gap-1.5">
            <Checkbox name="c" value={slug} defaultChecked={isOn} className="size-4" />
            <Mark mark={mark} hue={hue} />
            {name}
            {!isForEveryone && <span className="text-soft">{t`(not public)`}</span>}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

interface ChoicesProps {
  readonly link: string | null;
  readonly query: NoticesBarProps['page']['query'];
  readonly on: LocalDate;
  readonly categories: readonly Named[];
  readonly buildings: readonly Named[];
  readonly isTogether: boolean;
  readonly calendars: readonly NoticeCalendar[];
}

const Choices = ({ link, query, on, categories, buildings, isTogether, calendars }: ChoicesProps) => (
  <div className="flex flex-wrap items-end gap-3">
    {link && <input type="hidden" name="link" value={link} />}
    {query.host !== undefined && <input type="hidden" name="host" value={query.host} />}
    <Choice
      name="view"
      label={t`As`}
      defaultValue={query.view}
      options={NOTICE_VIEWS.map((view) => [view, VIEW_WORDS[view]])}
    />
    <Field label={t`From or around`} look="note">
      <DateField className="w-44" name="on" defaultValue={on} />
    </Field>
    <Choice
      name="category"
      label={t`What sort`}
      defaultValue={query.category ?? ''}
      none={t`any`}
      options={named(categories)}
    />
    <Choice
      name="building"
      label={t`Where`}
      defaultValue={query.building ?? ''}
      none={t`any`}
      options={named(buildings)}
    />
    <Field label={t`With the words`} look="note" className="min-w-40 grow">
      <TextField type="search" name="q" defaultValue={query.q} maxLength={MOST_CHARACTERS.search} />
    </Field>
    <Button isMain isSubmit>{t`Show`}</Button>
    {isTogether && <Calendars calendars={calendars} />}
  </div>
);

/** What to look at, as a form that needs no script. */
export function NoticesBar({ page, base, link, isTogether }: NoticesBarProps) {
  const { query, on, calendars, categories, buildings } = page;
  return (
    <>
      <p className="no-print pb-3 md:hidden">
        <ButtonAnchor href="#choose">{t`Choose what is shown`}</ButtonAnchor>
      </p>
      {/* On a narrow page it is there once it is asked for: what is on comes first. */}
      <form
        id="choose"
        action={base}
        method="get"
        className="no-print sheet mb-4 p-3 max-md:hidden max-md:target:block"
      >
        <Choices
          link={link}
          query={query}
          on={on}
          categories={categories}
          buildings={buildings}
          isTogether={isTogether}
          calendars={calendars}
        />
      </form>
    </>
  );
}

interface TurnProps extends Omit<NoticesBarProps, 'isTogether'> {
  readonly before: string;
  readonly after: string;
}

/** On to the next days and back. */
export function NoticesTurn({ page, base, link, before, after }: TurnProps) {
  const { query } = page;
  const to = (on: string) => noticesHref(base, { ...query, on: on as never }, link);
  return (
    <nav aria-label={t`Days shown`} className="no-print flex flex-wrap gap-2">
      <ButtonLink href={to(before)}>{t`Earlier`}</ButtonLink>
      {page.on !== page.today && (
        <ButtonLink href={noticesHref(base, { ...query, on: undefined }, link)}>{t`Today`}</ButtonLink>
      )}
      <ButtonLink href={to(after)}>{t`Later`}</ButtonLink>
    </nav>
  );
}
