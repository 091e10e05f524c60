import { HUES } from '@/contracts/administration/office';
import { OWNER_KINDS } from '@/contracts/administration/stock-and-closures';
import { LANGUAGES } from '@/contracts/language/languages';
import type { BuildingId, CategoryId, OrganisationId } from '@/core/ids';
import { day, flag, integer, json, oneOf, ownNumber, rowNumber, text, wallTime, weekday } from './column';
import { document, layoutMinutes, words } from './contents';
import { table } from './table';

/** A thing of the house has a version against two forms being saved at once, and is taken out of use on a day. */
const version = { row_version: integer().otherwise(1) };
const kept = { ...version, retired_at: text().orNull() };
const owner = { owner_kind: oneOf(OWNER_KINDS), owner_id: rowNumber() };

export const Setting = table('setting', { key: ['key'], past: 'none' }, { key: text(), value: text() });

/** The first one is the office's own; all are in its zone. */
export const Site = table(
  'site',
  { key: ['id'], past: 'thing', moves: 'house_version' },
  {
    id: ownNumber(),
    name: text(),
    tzid: text(),
    /** 1 is Monday. */
    week_start: integer().otherwise(1),
    office_name: text(),
    office_phone: text(),
    office_email: text(),
    access_min: integer().otherwise(30),
    exit_min: integer().otherwise(30),
    horizon_months: integer().otherwise(24),
    grain_min: integer().otherwise(15),
    ...version,
    register_domains: json(words, []),
    language: oneOf(LANGUAGES).otherwise('en'),
    layout_minutes: json(layoutMinutes, []),
  },
);

export const Season = table(
  'season',
  { key: ['id'], past: 'thing', moves: 'house_version' },
  {
    id: ownNumber(),
    site_id: rowNumber().of('site'),
    name: text(),
    from_date: day(),
    to_date: day(),
    ...version,
  },
);

export const Building = table(
  'building',
  { key: ['id'], past: 'thing', moves: 'house_version' },
  {
    id: ownNumber<BuildingId>(),
    site_id: rowNumber().of('site'),
    name: text(),
    position: integer(),
    ...kept,
  },
);

/** Opening hours; `to_min` may lie after midnight. */
export const Hours = table(
  'hours',
  { key: ['id'], past: 'thing', moves: 'house_version' },
  {
    id: ownNumber(),
    ...owner,
    weekday: weekday(),
    from_min: integer(),
    to_min: integer(),
    valid_from: day().orNull(),
    valid_to: day().orNull(),
  },
);

/** Shut, or open beyond the hours. */
export const Closure = table(
  'closure',
  { key: ['id'], past: 'thing', moves: 'house_version' },
  {
    id: ownNumber(),
    ...owner,
    start_local: wallTime(),
    end_local: wallTime(),
    kind: oneOf(['shut', 'open']),
    reason: text(),
    ...version,
  },
);

export const DayNote = table(
  'day_note',
  { key: ['id'], past: 'thing' },
  { id: ownNumber(), name: text(), from_date: day(), to_date: day(), ...version },
);

export const Timetable = table(
  'timetable',
  { key: ['id'], past: 'thing', moves: 'house_version' },
  {
    id: ownNumber(),
    site_id: rowNumber().of('site'),
    name: text(),
    valid_from: day().orNull(),
    valid_to: day().orNull(),
    ...version,
  },
);

export const TimetablePeriod = table(
  'timetable_period',
  { key: ['timetable_id', 'position'], past: 'thing', moves: 'house_version' },
  {
    timetable_id: rowNumber().of('timetable'),
    position: integer(),
    name: text(),
    from_min: integer(),
    to_min: integer(),
  },
);

/** A day with the periods of another timetable, or with none. */
export const TimetableException = table(
  'timetable_exception',
  { key: ['timetable_id', 'on_date'], past: 'thing', moves: 'house_version' },
  {
    timetable_id: rowNumber().of('timetable'),
    on_date: day(),
    instead_id: rowNumber().of('timetable').orNull(),
  },
);

export const Category = table(
  'category',
  { key: ['id'], past: 'thing', moves: 'house_version' },
  {
    id: ownNumber<CategoryId>(),
    name: text(),
    mark: text(),
    hue: oneOf(HUES),
    about: text(),
    publish_by_default: flag().otherwise(1),
    position: integer(),
    /** Names, as they were when the category was kept. */
    audiences: json(words, []),
    ...kept,
  },
);

export const Audience = table(
  'audience',
  { key: ['id'], past: 'thing' },
  { id: ownNumber(), name: text(), position: integer(), ...kept },
);

export const Organisation = table(
  'organisation',
  { key: ['id'], past: 'thing', moves: 'house_version' },
  { id: ownNumber<OrganisationId>(), name: text(), ...kept },
);

export const LetterWording = table(
  'letter_wording',
  { key: ['id'], past: 'thing' },
  { id: ownNumber(), doc: json(document), ...version },
);

/** A way of the house to set rooms: parameters over a layout. */
export const OwnLayout = table(
  'own_layout',
  { key: ['id'], past: 'none' },
  { id: ownNumber(), name: text(), query: json(document) },
);

export const Picture = table(
  'picture',
  { key: ['id'], past: 'thing' },
  {
    id: ownNumber(),
    owner_kind: oneOf(['space', 'pool']),
    owner_id: rowNumber(),
    stored_as: text(),
    about: text(),
    width: integer(),
    height: integer(),
    bytes: integer(),
    sha256: text(),
  },
);

/** What is asked of those who want a space, a category or a service. */
export const Question = table(
  'question',
  { key: ['id'], past: 'thing' },
  {
    id: ownNumber(),
    owner_kind: oneOf(['space', 'category', 'service']),
    owner_id: rowNumber(),
    text: text(),
    required: flag().otherwise(0),
    position: integer(),
    choices: json(words, []),
    seen_by: oneOf(['office', 'office-and-crews']).otherwise('office-and-crews'),
    retired_at: text().orNull(),
    /** What formulas call the whole number it is answered by; null where it is answered in words. */
    number_name: text().orNull(),
  },
);

export const Migration = table('migration', { key: ['name'], past: 'none' }, { name: text() });

/** Work that time causes, each key of a job run to its end once. */
export const JobRun = table(
  'job_run',
  { key: ['job', 'key'], past: 'none' },
  { job: text(), key: text(), finished_ms: integer(), note: text().otherwise('') },
);
