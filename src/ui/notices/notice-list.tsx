import type { NoticeDate } from '@/contracts/notices';

/** Dates to come under their day; a cancelled one stays and says so until its day is over. */
export function NoticeList({ dates }: { dates: readonly NoticeDate[] }) {
  const days = [...new Set(dates.map(({ day }) => day))];
  if (!days.length) return <p className="sheet p-6 text-lg">Nothing is announced here just now.</p>;
  return days.map((day) => {
    const own = dates.filter((date) => date.day === day);
    return (
      <section key={day} className="grid gap-x-6 border-t border-strong-rule py-3 sm:grid-cols-[11rem_1fr]">
        <h2 className="text-lg">{own[0]!.dayText}</h2>
        <ul className="grid gap-3">
          {own.map(
            ({ key, title, secondLine, text, html, lines, timeText, place, building, isCancelled }) => (
              <li key={key}>
                <p className="text-lg">
                  <span className={isCancelled ? 'line-through' : ''}>
                    <span className="mr-3">{timeText}</span>
                    <strong>{title}</strong>
                  </span>
                  {isCancelled && (
                    <strong className="ml-3 border-2 border-clash px-1.5 text-base text-clash">
                      cancelled
                    </strong>
                  )}
                </p>
                {secondLine && <p className="italic">{secondLine}</p>}
                {place && (
                  <p className="text-soft">
                    {place}, {building}
                  </p>
                )}
                {html ? (
                  // Cleaned as it was stored: only marks of text are left in it.
                  <div className="rich-text mt-1 max-w-prose" dangerouslySetInnerHTML={{ __html: html }} />
                ) : (
                  text && <p className="mt-1 max-w-prose whitespace-pre-wrap">{text}</p>
                )}
                {lines.length > 0 && (
                  <ul className="mt-1">
                    {lines.map((line) => (
                      <li key={`${line.at} ${line.text}`}>
                        {line.at} {line.text}
                      </li>
                    ))}
                  </ul>
                )}
              </li>
            ),
          )}
        </ul>
      </section>
    );
  });
}
