import { t } from '@/contracts/language/translate';
import type { CalendarChoices, StoredCalendar } from '@/contracts/publishing/calendars';
import type { Said } from '@/contracts/administration/kinds';
import { FACT_WORDS, filterText, readersText } from '@/contracts/publishing/words';
import { linkToken } from '../../../auth/feed-links';
import type { Context } from '../../../context/context';
import type { Reader } from '../../../db/connection';
import { loadCalendars } from '../../../repositories/publishing/calendars';
import { comingOn } from '../coming';
import { CHOICES_OF_CALENDARS } from './keep.queries';

/** What a calendar can be made of. */
export const calendarChoices = (reader: Reader): Promise<CalendarChoices> =>
  reader.value(CHOICES_OF_CALENDARS);

/** Every calendar as those who keep it see it. */
export async function calendarBook(
  ctx: Context,
): Promise<{ readonly calendars: StoredCalendar[]; readonly choices: CalendarChoices }> {
  const calendars = await loadCalendars(ctx.db);
  const choices = await calendarChoices(ctx.db);
  const coming = await comingOn(ctx.db, calendars, ctx.clock.now());
  return {
    choices,
    calendars: calendars.map(({ linkNo, ...calendar }) => ({
      ...calendar,
      coming: coming[calendar.id] ?? 0,
      link:
        calendar.readers.kind === 'link' ? linkToken({ kind: 'calendar', id: calendar.id, linkNo }) : null,
      showsText: filterText(calendar.filter, choices),
      readersText: readersText(calendar.readers, choices),
    })),
  };
}

/** A calendar in words, as its history keeps it; null where there is none. */
export async function saidOfCalendar(reader: Reader, id: number): Promise<Said | null> {
  const calendar = (await loadCalendars(reader)).find((each) => each.id === id);
  if (!calendar) return null;
  const choices = await calendarChoices(reader);
  return {
    Name: calendar.name,
    Address: calendar.slug,
    About: calendar.about,
    Mark: `${calendar.mark}, ${calendar.hue}`,
    Shows: filterText(calendar.filter, choices),
    Tells: calendar.facts.map((fact) => FACT_WORDS[fact]).join(', '),
    Readers: readersText(calendar.readers, choices),
    'From the first': calendar.startsOn ? t`switched on` : t`switched off`,
  };
}
