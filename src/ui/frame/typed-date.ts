import { parseLocalDate, type LocalDate } from '@/core/time/local-time';

const two = (value: number | null): string => String(value).padStart(2, '0');

/**
 * A day as people write it: `tue`, `12 may`, `in 3 weeks`, `2027-05-12`; the next one where the year or the week is
 * left open. British order, day before month. Null where it cannot be read. The parser is loaded when it is first used.
 */
export async function readTypedDate(text: string, today: LocalDate): Promise<LocalDate | null> {
  const plain = parseLocalDate(text.trim());
  if (plain) return plain;
  const { en } = await import('chrono-node');
  const noon = { instant: new Date(`${today}T12:00:00Z`), timezone: 0 };
  const [found] = en.GB.parse(text.slice(0, 60), noon, { forwardDate: true });
  if (!found) return null;
  const { start } = found;
  return parseLocalDate(
    `${String(start.get('year')).padStart(4, '0')}-${two(start.get('month'))}-${two(start.get('day'))}`,
  );
}
