import { t } from '@/contracts/language/translate';
import Link from '@/ui/kit/link';
import type { RenewLine, RiskLine, TodayLine } from '@/contracts/decisions/desk';
import { countText } from '@/contracts/words/when';

function Part({ title, empty, children }: { title: string; empty: string; children: React.ReactNode[] }) {
  return (
    <section aria-label={title} className="sheet border-t-4 border-t-strong-rule px-3 py-2">
      <h2 className="text-lg">{title}</h2>
      {children.length ? <ul>{children}</ul> : <p className="text-soft">{empty}</p>}
    </section>
  );
}

const ITEM = 'border-t border-rule py-1.5 text-note leading-snug';

const setText = ({ setups, openSetups, isLate }: TodayLine): string => {
  if (setups === 0) return t`nothing to set`;
  if (openSetups === 0) return t`set`;
  const words = setups === openSetups ? t`not set yet` : t`${openSetups} of ${setups} not set yet`;
  return isLate ? t`${words}, late` : words;
};

const Today = ({ line }: { line: TodayLine }) => (
  <li className={`${ITEM} grid grid-cols-[5.6rem_1fr] gap-x-2 ${line.isOver ? 'text-soft' : ''}`}>
    <span className={line.isOn ? 'font-semibold' : ''}>{line.times}</span>
    <span>
      <Link href={`/desk/${line.reference}`}>{line.title}</Link>
      <span className="block text-soft">
        {line.places} ·{' '}
        <span className={line.isLate ? 'font-semibold text-conflict' : ''}>
          {line.isOver ? t`over` : setText(line)}
        </span>
      </span>
    </span>
  </li>
);

const Risk = ({ line }: { line: RiskLine }) => (
  <li className={ITEM}>
    <Link href={`/desk/${line.reference}`} className="font-semibold">
      {line.title}
    </Link>
    <span className="block">
      {line.when}
      {line.places && `, ${line.places}`}
    </span>
    <span className="block text-soft">{line.sentence}</span>
  </li>
);

const Renew = ({ line }: { line: RenewLine }) => (
  <li className={ITEM}>
    <Link href={`/desk/${line.reference}`}>{line.title}</Link>
    <span className="block text-soft">{t`${line.whenText}. Approved up to ${line.lastText}${line.isEndless ? t`; the dates after that come to the desk by themselves.` : '.'}`}</span>
  </li>
);

interface BesideProps {
  readonly risks: readonly RiskLine[];
  readonly today: readonly TodayLine[];
  readonly renew: readonly RenewLine[];
}

/** What needs an eye beside what waits: bookings at risk, the day and its setting-up, series that come to an end. */
export const Beside = ({ risks, today, renew }: BesideProps) => (
  <div className="grid content-start gap-4">
    <Part title={t`At risk`} empty={t`Nothing that is booked is at risk.`}>
      {risks.map((line) => (
        <Risk key={`${line.reference} ${line.when} ${line.sentence}`} line={line} />
      ))}
    </Part>
    <Part title={t`On today`} empty={t`Nothing is on today.`}>
      {today.map((line) => (
        <Today key={`${line.reference} ${line.times}`} line={line} />
      ))}
    </Part>
    {renew.length > 0 && (
      <Part
        title={t`${countText(renew.length, 'series comes', 'series come')} to an end in six weeks`}
        empty=""
      >
        {renew.map((line) => (
          <Renew key={line.reference} line={line} />
        ))}
      </Part>
    )}
  </div>
);
