import { ButtonAnchor, ButtonLink } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { addDays, localDate } from '@/core/time/local-time';
import { setupsSheetHref, type SetupsSheetKind } from '@/contracts/work-orders/setups-sheet';

interface DayHeadProps {
  readonly title: string;
  readonly date: string;
  readonly isToday: boolean;
  readonly path: '/work-orders' | '/work-orders/stores';
  readonly what: SetupsSheetKind;
  readonly said: string;
}

/** The day of a sheet, the days beside it, and the sheet on paper and as a table. */
export function DayHead({ title, date, isToday, path, what, said }: DayHeadProps) {
  const to = (days: number) => `${path}?day=${addDays(localDate(date), days)}`;
  return (
    <div className="flex flex-wrap items-end gap-x-5 gap-y-2 pb-3">
      <h1 className="text-3xl">{title}</h1>
      <div className="no-print flex flex-wrap gap-2">
        <ButtonLink href={to(-1)}>{t`Day before`}</ButtonLink>
        {!isToday && <ButtonLink href={path}>{t`Today`}</ButtonLink>}
        <ButtonLink href={to(1)}>{t`Day after`}</ButtonLink>
        <ButtonAnchor href={setupsSheetHref('pdf', { what, day: date })}>{t`As PDF`}</ButtonAnchor>
        <ButtonAnchor href={setupsSheetHref('csv', { what, day: date })}>{t`As CSV`}</ButtonAnchor>
      </div>
      <p className="text-lg text-soft">{said}</p>
    </div>
  );
}
