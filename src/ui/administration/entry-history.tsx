import { t } from '@/contracts/language/translate';
import type { HistoryOfEntry } from '@/contracts/administration/docs';
import { whoDid } from '@/contracts/words/history';

/** What was done to a thing: who, when, from what to what. */
export function EntryHistory({ lines }: { lines: readonly HistoryOfEntry[] }) {
  if (!lines.length) return null;
  return (
    <section className="max-w-4xl pt-8">
      <h2 className="text-xl">{t`What was changed`}</h2>
      <ol>
        {lines.map(({ when, who, did, changes }, index) => (
          <li key={index} className="border-t border-rule py-2">
            <p>
              <span className="text-soft">{when}</span> {whoDid(who, did)}
            </p>
            {changes.length > 0 && (
              <ul className="list-disc pl-5">
                {changes.map((change, at) => (
                  <li key={at}>{change}</li>
                ))}
              </ul>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}
