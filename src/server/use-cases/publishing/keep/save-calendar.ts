import { t, texts, untranslated } from '@/contracts/language/translate';
import { slugOf } from '@/core/publishing/slug';
import type { CalendarCommandInput, SaveCalendarInput } from '@/contracts/publishing/calendars';
import { RESERVED_SLUGS } from '@/contracts/publishing/calendars';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { countText } from '@/contracts/words/when';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import { runChangeSet } from '../../../effects/run-change-set';
import type { SignedInContext } from '../../../context/context';
import type { Reader, Writer } from '../../../db/connection';
import { writeEntryHistory } from '../../../repositories/house/entry-history';
import { calendarChoices, saidOfCalendar } from './calendar-book';
import { NAME_AND_SLUG, SLUG_TAKEN, CALENDARS_IN_ORDER, CALENDAR_OF_NAME, COUNT_SHOWN } from './keep.queries';
import { END_CALENDAR, REPLACE_LINK, PUT_IN_ORDER } from '../../../repositories/publishing/published.queries';
import { CalendarSlugOld, Calendar } from '../../../db/tables/publishing';
import { writeJson, asFlag } from '../../../db/tables/column';

export interface CalendarDone {
  readonly id: number;
  readonly slug: string;
  readonly summary: string;
}

const NOT_THERE = refuse(texts({ code: 'not-found', what: 'such calendar' }, 'what'));
const fault = (path: string, message: string) => refuse({ code: 'bad-input', fields: [{ path, message }] });

/** Whether an address leads to another calendar, now or from before. */
async function isTaken(reader: Reader, slug: string, id: number | null): Promise<boolean> {
  const rows = await reader.all(SLUG_TAKEN, { slug, id });
  return rows.length > 0;
}

/** A free address from a name: numbered where it is taken. */
export async function freeSlug(reader: Reader, name: string, id: number | null): Promise<string> {
  const base = slugOf(name);
  for (let no = 1; ; no++) {
    const slug = no === 1 ? base : `${base.slice(0, 55)}-${no}`;
    if (!RESERVED_SLUGS.includes(slug) && !(await isTaken(reader, slug, id))) return slug;
  }
}

/** Every request that readers may see something of, or have seen. */

async function shownNow(reader: Reader, id: number): Promise<number> {
  const row = await reader.one(COUNT_SHOWN, { id });
  return row.shown;
}

async function chosenSlug(tx: Writer, input: SaveCalendarInput): Promise<Outcome<string>> {
  const { slug, name, id } = input;
  if (slug === '') return done(await freeSlug(tx, name, id));
  if (await isTaken(tx, slug, id))
    return fault('slug', t`Another calendar has this address, or had it. Choose another.`);
  return done(slug);
}

/** The field that names something the house does not have; null where all is there. */
async function unknownOf(reader: Reader, { filter, readers }: SaveCalendarInput): Promise<string | null> {
  const choices = await calendarChoices(reader);
  const named = readers.kind === 'named' ? readers : { people: [], organisations: [] };
  const isMissing = (ids: readonly number[], of: readonly { readonly id: number }[]) =>
    ids.some((id) => !of.some((each) => each.id === id));
  if (isMissing(named.people, choices.people)) return 'readers.people';
  if (isMissing(named.organisations, choices.hosts)) return 'readers.people';
  const sides = ['buildings', 'spaces', 'categories', 'hosts'] as const;
  const side = sides.find((each) => isMissing(filter[each], choices[each]));
  return side ? `filter.${side}` : null;
}

async function storeCalendar(
  change: ChangeSet,
  input: SaveCalendarInput,
  slug: string,
): Promise<Outcome<number>> {
  const { tx } = change;
  const columns = {
    slug,
    name: input.name,
    about: input.about,
    mark: input.mark,
    hue: input.hue,
    filter: writeJson(input.filter),
    facts: writeJson(input.facts),
    readers: writeJson(input.readers),
    starts_on: asFlag(input.startsOn),
  };
  if (input.id === null) {
    const last = await tx.table(Calendar).max('position', { kind: 'made' });
    return done(await tx.table(Calendar).insertLoose({ ...columns, position: 1 + (last ?? 0) }));
  }
  const stored = await tx.table(Calendar).first({ id: input.id, kind: 'made', retired_min: null });
  if (!stored) return NOT_THERE;
  if (stored.row_version !== input.rowVersion)
    return refuse({ code: 'stale', since: t`Someone has saved this calendar since you opened it.` });
  if (stored.slug !== slug) {
    await tx.table(CalendarSlugOld).remove({ slug });
    await tx.table(CalendarSlugOld).insert({ slug: stored.slug, calendar_id: input.id });
  }
  // Name and address stand in the head of its feeds, so the counter moves on whatever else changes.
  await tx
    .table(Calendar)
    .update(
      { id: input.id },
      { ...columns, version: stored.version + 1, row_version: stored.row_version + 1 },
    );
  return done(input.id);
}

/** Makes a calendar or says one otherwise; every date comes onto it or goes from it in the same step. */
export async function saveCalendar(
  ctx: SignedInContext,
  input: SaveCalendarInput,
): Promise<Outcome<CalendarDone>> {
  const action = input.id === null ? untranslated('made a calendar') : untranslated('changed a calendar');
  return runChangeSet(ctx, { action, reason: input.name, idempotencyKey: input.key }, async (change) => {
    const [same] = await change.tx.all(CALENDAR_OF_NAME, { name: input.name, id: input.id });
    const unknown = await unknownOf(change.tx, input);
    if (unknown)
      return fault(unknown, t`One of these is not there any more. Reload the page and choose again.`);
    if (same) return fault('name', t`There is a calendar of this name. Give it another.`);
    const slug = await chosenSlug(change.tx, input);
    if (!slug.ok) return slug;
    const before = input.id === null ? null : await saidOfCalendar(change.tx, input.id);
    const stored = await storeCalendar(change, input, slug.value);
    if (!stored.ok) return stored;
    await writeEntryHistory(change, {
      kind: 'calendar',
      id: stored.value,
      name: input.name,
      did: action,
      before,
      after: await saidOfCalendar(change.tx, stored.value),
    });
    change.because({ kind: 'calendar' });
    await change.follow();
    const shown = await shownNow(change.tx, stored.value);
    const summary = t`${action === 'made a calendar' ? t`made` : t`saved`} “${input.name}”: ${countText(shown, 'date stands', 'dates stand')} on it`;
    return done({ id: stored.value, slug: slug.value, summary });
  });
}

/** Moves a calendar one place up or down in the order readers see. */
async function moveCalendar(tx: Writer, id: number, by: 1 | -1): Promise<void> {
  const rows = await tx.all(CALENDARS_IN_ORDER);
  const ids = rows.map((row) => row.id);
  const from = ids.indexOf(id);
  const to = from + by;
  if (to < 0 || to >= ids.length) return;
  ids.splice(to, 0, ...ids.splice(from, 1));
  await tx.execute(PUT_IN_ORDER, { ids });
}

const COMMAND_WORDS: Readonly<Record<CalendarCommandInput['command'], string>> = untranslated({
  retire: 'ended a calendar',
  'replace-link': 'replaced the private link of a calendar',
  up: 'moved a calendar up',
  down: 'moved a calendar down',
});

/** Ends a calendar, replaces its private link, or moves it in the order. */
export async function doWithCalendar(
  ctx: SignedInContext,
  id: number,
  { key, command }: CalendarCommandInput,
): Promise<Outcome<CalendarDone>> {
  const order = { action: COMMAND_WORDS[command], reason: '', idempotencyKey: key };
  return runChangeSet(ctx, order, async (change) => {
    const { tx } = change;
    const [row] = await tx.all(NAME_AND_SLUG, { id });
    if (!row) return NOT_THERE;
    await writeEntryHistory(change, {
      kind: 'calendar',
      id,
      name: row.name,
      did: order.action,
      before: null,
      after: null,
    });
    if (command === 'retire') {
      await tx.execute(END_CALENDAR, { id, now: change.at });
      change.because({ kind: 'calendar' });
    } else if (command === 'replace-link') {
      await tx.execute(REPLACE_LINK, { id });
    } else await moveCalendar(tx, id, command === 'up' ? -1 : 1);
    return done({ id, slug: row.slug, summary: `${COMMAND_WORDS[command]}: “${row.name}”` });
  });
}
