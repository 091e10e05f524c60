import { texts } from '@/contracts/language/translate';

/** What people call two moments of every day, in their language. */
const NAMED = texts({ noon: 'noon', midnight: 'midnight' });

const two = (value: number): string => String(value).padStart(2, '0');

/**
 * A time of day as people write it: `14:30`, `14.30`, `1430`, `9`, `9 am`, `2:30pm`, `14 Uhr`, `noon`.
 * @returns `HH:MM` from 00:00 to 23:59; null where it cannot be read. 24:00 is midnight, 00:00.
 */
export function readTypedTime(text: string): string | null {
  const typed = text.trim().toLowerCase();
  if (typed === 'noon' || typed === NAMED.noon.toLowerCase()) return '12:00';
  if (typed === 'midnight' || typed === NAMED.midnight.toLowerCase()) return '00:00';
  const [, hours, minutes = '0', half] =
    /^(\d{1,2})(?:\s*[:.h]\s*(\d{2}))?\s*(am|pm|a\.m\.|p\.m\.|uhr|h)?$/.exec(typed) ??
    /^(\d{1,2})(\d{2})\s*(am|pm|uhr|h)?$/.exec(typed) ??
    [];
  if (hours === undefined) return null;
  const isHalf = half?.startsWith('a') || half?.startsWith('p');
  if (isHalf && (Number(hours) < 1 || Number(hours) > 12)) return null;
  const hour = isHalf ? (Number(hours) % 12) + (half?.startsWith('p') ? 12 : 0) : Number(hours);
  if (Number(minutes) > 59 || hour * 60 + Number(minutes) > 1440) return null;
  return `${two(hour % 24)}:${two(Number(minutes))}`;
}
