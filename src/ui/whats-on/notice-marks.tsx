import { t } from '@/contracts/language/translate';
import type { NoticeMark } from '@/contracts/publishing/notices';
import { Mark } from '@/ui/kit/mark';

/** The marks of all calendars that hold an event, and their names for who cannot see them. */
export function NoticeMarks({ marks }: { marks: readonly NoticeMark[] }) {
  return (
    <span className="inline-flex shrink-0 gap-0.5 align-[0.1em]">
      {marks.map(({ slug, mark, hue, name }) => (
        <span key={slug}>
          <Mark mark={mark} hue={hue} />
          <span className="sr-only">{name}</span>
        </span>
      ))}
    </span>
  );
}

/** What says that a date does not take place. */
export function CancelledStamp() {
  return (
    <strong className="ml-2 border-2 border-conflict px-1.5 text-note whitespace-nowrap text-conflict">{t`cancelled`}</strong>
  );
}
