import { t } from '@/contracts/language/translate';
import { isOnCalendar } from '@/core/publishing/calendar-filter';
import type { NoticePreview } from '@/contracts/publishing/calendars';
import { plainAsHtml } from '@/contracts/base/plain-as-html';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { listText } from '@/contracts/words/rule';
import { readersText } from '@/contracts/publishing/words';
import { spanText } from '@/contracts/words/when';
import type { Context } from '../../../context/context';
import { loadCalendars } from '../../../repositories/publishing/calendars';
import { eventPath } from '../../../effects/publishing/event-address';
import { calendarChoices } from './calendar-book';
import { NOTICE_FACTS } from './keep.queries';

const SHOWN_DATES = 3;

/** How the notice of a request will read and where it will be, before it is approved and after. */
export async function noticePreview(ctx: Context, ref: string): Promise<Outcome<NoticePreview>> {
  const [facts] = await ctx.db.value(NOTICE_FACTS, { ref, now: ctx.clock.now() });
  if (!facts) return refuse({ code: 'not-found', what: t`request with this reference` });
  const calendars = await loadCalendars(ctx.db);
  const choices = await calendarChoices(ctx.db);
  const choiceOf = new Map(facts.choices.map(({ calendar, choice }) => [calendar, choice]));
  const hosts = facts.hosts.map(({ id }) => id);
  const { categories, audiences, dates } = facts;
  return done({
    version: facts.version,
    title: facts.title,
    secondLine: facts.secondLine,
    publicHtml: facts.html || plainAsHtml(facts.text),
    publish: facts.publish === 1,
    heldBack: facts.heldBack === 1,
    publishFrom: facts.publishFrom,
    place: facts.places.join('; '),
    hosts: listText(facts.hosts.map(({ name }) => name)),
    whens: dates.slice(0, SHOWN_DATES).map(({ start, end }) => spanText(start, end)),
    more: Math.max(0, dates.length - SHOWN_DATES),
    path: facts.announced ? eventPath(facts.uid, facts.title) : null,
    calendars: calendars.map(({ id, name, mark, hue, filter, readers }) => ({
      id,
      name,
      mark,
      hue,
      isForEveryone: readers.kind === 'everyone',
      readersText: readersText(readers, choices),
      isByFilter: dates.some((date) => isOnCalendar(filter, { ...date, categories, audiences, hosts })),
      choice: choiceOf.get(id) ?? null,
      shown: facts.shown[id] ?? 0,
    })),
  });
}
