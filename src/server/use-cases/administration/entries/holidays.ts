import { rulesThatBefallBy } from '@/core/checks/findings';
import type { Language } from '@/contracts/language/languages';
import { ownLanguage, t, untranslated } from '@/contracts/language/translate';
import Holidays from 'date-holidays';
import {
  addDays,
  addWallMinutes,
  dateOf,
  localDate,
  localDateTime,
  type LocalDateTime,
} from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';
import type { HolidayLine, ShutHolidaysInput } from '@/contracts/administration/holidays';
import type { NamedChoice, EntryDone } from '@/contracts/administration/docs';
import type { ClosureDoc, DayNoteDoc } from '@/contracts/administration/places';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { countText, dayShort, spanText } from '@/contracts/words/when';
import { runChangeSet } from '../../../effects/run-change-set';
import type { SignedInContext } from '../../../context/context';
import type { Reader } from '../../../db/connection';
import { siteZone } from '../../../repositories/world/space-facts';
import { followEntry } from './impact';
import { entryWork } from './entry-work';
import type { ChangeSet } from '../../../repositories/changes/change-set';
import { closureRepository } from './repositories/closures';
import { dayNoteRepository } from './repositories/day-notes';
import { siteIds } from './repositories/spaces-of';
import { writeEntryHistory } from '../../../repositories/house/entry-history';
import { COUNT_DATES_DURING, SHUT_ALL_DAY } from './entries.queries';
import { DayNote } from '../../../db/tables/house';
import { Space } from '../../../db/tables/spaces';

const known = new Map<Language, readonly NamedChoice[]>();

/** Countries, their states and regions, by the codes of ISO 3166 that the tables of the package go by. */
export function holidayPlaces(): readonly NamedChoice[] {
  const language = ownLanguage();
  const made = known.get(language);
  if (made) return made;
  const tables = new Holidays();
  const found: NamedChoice[] = [];
  for (const [country, name] of Object.entries(tables.getCountries(language))) {
    found.push({ id: country, name });
    for (const [state, stateName] of Object.entries(tables.getStates(country, language) ?? {})) {
      found.push({ id: `${country}-${state}`, name: `${name}, ${stateName}` });
      for (const [region, regionName] of Object.entries(tables.getRegions(country, state, language) ?? {}))
        found.push({ id: `${country}-${state}-${region}`, name: `${name}, ${stateName}, ${regionName}` });
    }
  }
  found.sort((a, b) => a.name.localeCompare(b.name));
  known.set(language, found);
  return found;
}

interface Holiday {
  readonly from: LocalDateTime;
  readonly to: LocalDateTime;
  readonly name: string;
  readonly of: string[];
  readonly isPublic: boolean;
}

const DAY_MS = 86_400_000;

/** Its span on the wall: whole days where it begins at midnight, whatever the clocks do on the way. */
function spanOf(date: string, lengthMs: number): Pick<Holiday, 'from' | 'to'> {
  const from = localDateTime(`${date.slice(0, 10)}T${date.slice(11, 16)}`);
  return date.slice(11, 16) === '00:00'
    ? {
        from,
        to: localDateTime(
          `${addDays(localDate(date.slice(0, 10)), Math.max(1, Math.round(lengthMs / DAY_MS)))}T00:00`,
        ),
      }
    : { from, to: addWallMinutes(from, Math.max(1, Math.round(lengthMs / 60_000))) };
}

/** Holidays of several places in one list; one that several have stands once, under the name the first gives it. */
export function holidaysOf(places: readonly string[], year: number): Holiday[] {
  const names = new Map(holidayPlaces().map(({ id, name }) => [id, name]));
  const byDay = new Map<string, Holiday>();
  for (const place of places) {
    const label = names.get(place);
    if (!label) continue;
    const [country = place, state, region] = place.split('-');
    const tables = new Holidays(
      { country, ...(state && { state }), ...(region && { region }) },
      { languages: [ownLanguage()] },
    );
    for (const { date, start, end, name, type } of tables.getHolidays(year)) {
      const span = spanOf(date, end.getTime() - start.getTime());
      const key = `${span.from} ${name}`;
      const same = byDay.get(key);
      if (same) same.of.push(label);
      else byDay.set(key, { ...span, name, of: [label], isPublic: type === 'public' || type === 'bank' });
    }
  }
  return [...byDay.values()].sort((a, b) =>
    a.from < b.from ? -1 : a.from > b.from ? 1 : a.name.localeCompare(b.name),
  );
}

const keyOf = ({ from, name }: Holiday): string => `${from} ${name}`;

/** The sites that are not shut then. */
async function openSites(reader: Reader, { from, to }: Holiday): Promise<number[]> {
  const open: number[] = [];
  for (const site of await siteIds(reader))
    if (!(await reader.all(SHUT_ALL_DAY, { from, to, site })).length) open.push(site);
  return open;
}

function whenOf({ from, to }: Holiday): string {
  if (from.slice(11) !== '00:00') return spanText(from, to);
  const last = addDays(dateOf(to), -1);
  return last === dateOf(from) ? dayShort(last) : `${dayShort(dateOf(from))} – ${dayShort(last)}`;
}

/** The holidays of a year with what shutting on them would hit. */
export async function holidayLines(
  { db, clock }: Pick<SignedInContext, 'db' | 'clock'>,
  places: readonly string[],
  year: number,
): Promise<HolidayLine[]> {
  const tzid = await siteZone(db);
  const lines: HolidayLine[] = [];
  for (const holiday of holidaysOf(places, year)) {
    const row = await db.one(COUNT_DATES_DURING, {
      start: toEpochMinute(holiday.from, tzid, 'offset-before'),
      end: toEpochMinute(holiday.to, tzid, 'offset-before'),
      now: clock.now(),
    });
    lines.push({
      ...holiday,
      key: keyOf(holiday),
      when: whenOf(holiday),
      isShut: (await openSites(db, holiday)).length === 0,
      dates: row.n,
    });
  }
  return lines;
}

/** The days a holiday falls on, whole. */
const daysOf = ({ from, to }: Holiday) => ({
  from: dateOf(from),
  to: to.slice(11) === '00:00' ? addDays(dateOf(to), -1) : dateOf(to),
});

/** Says of picked holidays what they are; what is said already is not said twice. */
async function noteHolidays(
  change: ChangeSet,
  picked: readonly Holiday[],
  year: number,
): Promise<Outcome<EntryDone>> {
  let made = 0;
  for (const holiday of picked) {
    const doc: DayNoteDoc = { name: holiday.name.slice(0, 80), ...daysOf(holiday) };
    const known = await change.tx
      .table(DayNote)
      .first({ name: doc.name, from_date: doc.from, to_date: doc.to });
    if (known) continue;
    const stored = await dayNoteRepository.store(change, null, doc, null);
    if (!stored.ok) return stored;
    const row = {
      kind: 'day-note',
      id: stored.value,
      name: doc.name,
      did: untranslated('made a note to a day'),
    } as const;
    await writeEntryHistory(change, { ...row, before: null, after: doc });
    made += 1;
  }
  return done({
    id: 0,
    name: String(year),
    summary: t`noted ${countText(made, 'holiday', 'holidays')} of ${year}`,
    impact: [],
  });
}

/** Shuts the site on picked holidays in one step, or says what they are. A day on which it is shut already stays as it is. */
export const shutHolidays = (ctx: SignedInContext, input: ShutHolidaysInput): Promise<Outcome<EntryDone>> =>
  entryWork(ctx, 'shut-holidays', [input], () => shutHere(ctx, input));

/** Shuts the sites that are open on a holiday; gives how many. */
async function shutOn(
  change: ChangeSet,
  holiday: ReturnType<typeof holidaysOf>[number],
  main: number | undefined,
): Promise<Outcome<number>> {
  const sites = await openSites(change.tx, holiday);
  for (const site of sites) {
    const doc: ClosureDoc = {
      kind: 'shut',
      owner: 'site',
      siteId: site === main ? null : site,
      buildingId: null,
      spaceId: null,
      from: holiday.from,
      to: holiday.to,
      reason: holiday.name.slice(0, 120),
    };
    const stored = await closureRepository.store(change, null, doc, null);
    if (!stored.ok) return stored;
    const did = untranslated('made a closure');
    const closure = { kind: 'closure', id: stored.value, name: doc.reason } as const;
    await writeEntryHistory(change, { ...closure, did, before: null, after: doc });
  }
  return done(sites.length);
}

async function shutHere(
  ctx: SignedInContext,
  { key, preview, places, year, days, as }: ShutHolidaysInput,
): Promise<Outcome<EntryDone>> {
  const picked = holidaysOf(places, year).filter((holiday) => days.includes(keyOf(holiday)));
  if (picked.length < new Set(days).size)
    return refuse({
      code: 'bad-input',
      fields: [{ path: 'days', message: t`One of these days is in the list no more. Look at it again.` }],
    });
  const order = {
    action: as === 'notes' ? untranslated('noted holidays') : untranslated('shut for holidays'),
    reason: String(year),
    idempotencyKey: key,
    isPreview: preview,
  };
  return runChangeSet<EntryDone>(ctx, order, async (change) => {
    if (as === 'notes') return noteHolidays(change, picked, year);
    const [main] = await siteIds(change.tx);
    let made = 0;
    for (const holiday of picked) {
      const shut = await shutOn(change, holiday, main);
      if (!shut.ok) return shut;
      if (shut.value) made += 1;
    }
    const spaces = (await change.tx.table(Space).all()).map(({ id }) => id);
    const impact = made
      ? await followEntry(ctx, change, { spaces, rules: rulesThatBefallBy('closures') })
      : [];
    const summary = t`shut for ${countText(made, 'holiday', 'holidays')} of ${year}`;
    return done({ id: 0, name: String(year), summary, impact });
  });
}
