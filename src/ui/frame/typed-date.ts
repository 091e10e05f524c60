import { ownLanguage } from '@/contracts/language/say';
import { parseLocalDate, type LocalDate } from '@/core/time/local-time';

const two = (value: number | null): string => String(value).padStart(2, '0');

/** `12.5.`: the next day of that month and number. */
function nextOf(month: string, date: string, today: LocalDate): LocalDate | null {
  const year = Number(today.slice(0, 4));
  const day = parseLocalDate(`${year}-${month}-${date}`);
  return day && day >= today ? day : parseLocalDate(`${year + 1}-${month}-${date}`);
}

/**
 * The first day somebody names in a text, with the words they name it by: `tue`, `12 may`, `in 3 weeks`, `2027-05-12`,
 * `nächsten Dienstag`; the next one where the year or the week is left open, day before month. Read in the language of
 * whoever writes, else in English. The parser is loaded when it is first used.
 */
export async function findDay(
  text: string,
  today: LocalDate,
): Promise<{ readonly day: LocalDate; readonly text: string } | null> {
  const plain = /\b\d{4}-\d\d-\d\d\b/.exec(text)?.[0];
  if (plain) {
    const day = parseLocalDate(plain);
    return day && { day, text: plain };
  }
  const isGerman = ownLanguage() === 'de';
  const [short, date = '', month = ''] = (isGerman && /(?<!\d)(\d{1,2})\.(\d{1,2})\.(?!\d)/.exec(text)) || [];
  if (short) {
    const day = nextOf(two(Number(month)), two(Number(date)), today);
    return day && { day, text: short };
  }
  const { de, en } = await import('chrono-node');
  const noon = { instant: new Date(`${today}T12:00:00Z`), timezone: 0 };
  for (const reader of isGerman ? [de, en.GB] : [en.GB]) {
    const [found] = reader.parse(text, noon, { forwardDate: true });
    if (!found) continue;
    const { start } = found;
    const day = parseLocalDate(
      `${String(start.get('year')).padStart(4, '0')}-${two(start.get('month'))}-${two(start.get('day'))}`,
    );
    if (day) return { day, text: found.text };
  }
  return null;
}

/** A day as people write it; null where it cannot be read. */
export const readTypedDate = async (text: string, today: LocalDate): Promise<LocalDate | null> =>
  parseLocalDate(text.trim()) ?? (await findDay(text.slice(0, 60), today))?.day ?? null;
