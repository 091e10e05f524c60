import { randomUUID } from 'node:crypto';
import type { SaveCalendarBody } from '@/contracts/publishing/calendars';
import { saveCalendarSchema } from '@/contracts/publishing/calendars';
import type { SignedInContext } from '@/server/context/context';
import { calendarBook } from '@/server/use-cases/publishing/keep/calendar-book';
import { doWithCalendar, saveCalendar } from '@/server/use-cases/publishing/keep/save-calendar';

/** Categories nobody outside hears of: the calendars that came with them are ended. */
const ENDED = ['School visits', 'Private hire'];

/** Events of these stand on the calendar of the lake as well as on their own. */
const BY_THE_LAKE = ['Talks', 'Workshops', 'Music', 'Surveys and counts', 'Quiet hours'];

const EVERYTHING: SaveCalendarBody['facts'] = ['title', 'text', 'place', 'host'];

/** The garden's calendars besides those that come with its categories: one by place, one for staff, one behind a link. */
export async function makeCalendars(ctx: SignedInContext): Promise<void> {
  const { calendars, choices } = await calendarBook(ctx);
  const idOf = (side: 'buildings' | 'categories', name: string) =>
    choices[side].find((each) => each.name === name)!.id;
  const save = async (body: Omit<SaveCalendarBody, 'key'>) => {
    const outcome = await saveCalendar(ctx, saveCalendarSchema.parse({ ...body, key: randomUUID() }));
    if (!outcome.ok) throw new Error(`the demo calendar “${body.name}”: ${JSON.stringify(outcome.refusal)}`);
  };
  for (const { id, name } of calendars)
    if (ENDED.includes(name)) await doWithCalendar(ctx, id, { key: randomUUID(), command: 'retire' });
  const staff = calendars.find(({ name }) => name === 'Staff')!;
  await save({
    ...staff,
    mark: 'St',
    hue: 'ink',
    filter: { categories: [...staff.filter.categories] },
    facts: [...EVERYTHING],
    readers: { kind: 'signed-in' },
    id: staff.id,
    rowVersion: staff.rowVersion,
  });
  await save({
    name: 'By the lake',
    about: 'Whatever happens at the boathouse and around it.',
    mark: 'La',
    hue: 'blue',
    filter: {
      buildings: [idOf('buildings', 'Lakeside')],
      categories: BY_THE_LAKE.map((name) => idOf('categories', name)),
    },
    facts: EVERYTHING,
    readers: { kind: 'everyone' },
  });
  await save({
    name: 'Halls for neighbours',
    about: 'When the halls are taken, for the houses next to them.',
    mark: 'Ne',
    hue: 'orange',
    filter: { buildings: [idOf('buildings', 'Orangery Court')] },
    facts: ['place'],
    readers: { kind: 'link' },
    startsOn: false,
  });
}
