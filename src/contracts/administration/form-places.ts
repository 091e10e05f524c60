import { LAYOUTS } from '@/core/seating/layouts';
import { LAYOUT_WORDS } from '../words/layouts';
import { LANGUAGE_NAMES, LANGUAGES } from '../language/languages';
import { texts } from '../language/say';
import type { NamedChoice } from './docs';
import {
  type Field,
  hoursField,
  type FormOfEntry,
  formOfEntry,
  named,
  nameField as name,
  weekdayField,
} from './form-parts';

const OWNERS: readonly NamedChoice[] = named(
  ['site', 'building', 'space'],
  texts({ site: 'the whole site', building: 'a building', space: 'a space' }),
);

/** Not there where the house has one site alone. */
const siteField: Field = {
  kind: 'choice',
  name: 'siteId',
  label: 'Site',
  hint: 'None is that of the office.',
  from: 'sites',
  isOptional: true,
};

const periodsField: Field = {
  kind: 'rows',
  name: 'periods',
  label: 'Periods',
  one: 'period',
  fresh: { name: '', from: '09:00', to: '09:45' },
  fields: [
    { kind: 'line', name: 'name', label: 'Period', most: 40, isNarrow: true },
    { kind: 'clock', name: 'from', label: 'From' },
    { kind: 'clock', name: 'to', label: 'To' },
  ],
};

/** The site of the office, with its zone, its language and what counts where nothing else is said. */
export const siteForm: FormOfEntry = formOfEntry({
  fresh: {},
  sections: [
    {
      title: 'Where',
      fields: [
        name(80),
        {
          kind: 'choice',
          name: 'zone',
          label: 'Time zone',
          hint: 'All times are told in it. It stays as it is once something is booked.',
          from: 'zones',
        },
        weekdayField,
        {
          kind: 'choice',
          name: 'language',
          label: 'Language',
          hint: 'Of pages for readers who have chosen none, of letters, calendars and displays. What was written before stays as it was.',
          from: named(LANGUAGES, LANGUAGE_NAMES),
        },
      ],
    },
    {
      title: 'Whom to ask',
      about: 'At the foot of every page and in every mail.',
      fields: [
        { kind: 'line', name: 'officeName', label: 'Name of the office', most: 80 },
        { kind: 'line', name: 'officePhone', label: 'Telephone', most: 40 },
        { kind: 'line', name: 'officeEmail', label: 'E-mail address', most: 120 },
      ],
    },
    {
      title: 'What holds where nothing nearer says otherwise',
      fields: [
        { kind: 'number', name: 'accessMin', label: 'Hosts come in before', unit: 'minutes' },
        { kind: 'number', name: 'exitMin', label: 'Hosts leave after', unit: 'minutes' },
        { kind: 'number', name: 'horizonMonths', label: 'Requests are taken ahead', unit: 'months' },
        {
          kind: 'number',
          name: 'grainMin',
          label: 'Times picked on the board are whole',
          unit: 'minutes',
        },
        {
          kind: 'rows',
          name: 'layoutMinutes',
          label: 'Setting and clearing',
          hint: 'By layout, for spaces that do not say it. A layout that is not here takes half an hour each.',
          one: 'layout',
          fresh: { layout: null, setupMin: 30, strikeMin: 30 },
          fields: [
            { kind: 'choice', name: 'layout', label: 'Layout', from: named(LAYOUTS, LAYOUT_WORDS) },
            { kind: 'number', name: 'setupMin', label: 'Setting', unit: 'minutes' },
            { kind: 'number', name: 'strikeMin', label: 'Clearing', unit: 'minutes' },
          ],
        },
        hoursField('The week of the site. A building or a space with hours of its own goes by those.'),
      ],
    },
    {
      title: 'Accounts',
      fields: [
        {
          kind: 'words',
          name: 'registerDomains',
          label: 'Mail domains whose people may make an account for themselves',
          hint: 'One to a line, such as example.org. They may ask for spaces and nothing more. None: only housekeepers make accounts.',
        },
      ],
    },
  ],
});

/** A season: its name, its first and its last day. */
export const seasonForm: FormOfEntry = formOfEntry({
  fresh: { name: '', from: '', to: '' },
  sections: [
    {
      title: 'The season',
      fields: [
        name(60),
        { kind: 'date', name: 'from', label: 'First day' },
        { kind: 'date', name: 'to', label: 'Last day' },
      ],
    },
  ],
});

/** A note to days. */
export const dayNoteForm: FormOfEntry = formOfEntry({
  fresh: { name: '', from: '', to: '' },
  sections: [
    {
      title: 'The note',
      fields: [
        { kind: 'line', name: 'name', label: 'What the day is', most: 80 },
        { kind: 'date', name: 'from', label: 'First day' },
        { kind: 'date', name: 'to', label: 'Last day' },
      ],
    },
  ],
});

/** When something is shut, or open beyond its hours. */
export const closureForm: FormOfEntry = formOfEntry({
  fresh: {
    kind: 'shut',
    owner: 'site',
    siteId: null,
    buildingId: null,
    spaceId: null,
    from: '',
    to: '',
    reason: '',
  },
  sections: [
    {
      title: 'What and when',
      fields: [
        {
          kind: 'choice',
          name: 'kind',
          label: 'It is',
          from: named(['shut', 'open'], texts({ shut: 'shut', open: 'open beside the usual hours' })),
        },
        { kind: 'choice', name: 'owner', label: 'Where', from: OWNERS },
        { ...siteField, when: ['owner', 'site'] },
        {
          kind: 'choice',
          name: 'buildingId',
          label: 'Building',
          from: 'buildings',
          when: ['owner', 'building'],
        },
        { kind: 'choice', name: 'spaceId', label: 'Space', from: 'spaces', when: ['owner', 'space'] },
        { kind: 'moment', name: 'from', label: 'From' },
        { kind: 'moment', name: 'to', label: 'To', hint: 'A whole day ends at 00:00 of the next.' },
        {
          kind: 'line',
          name: 'reason',
          label: 'Reason',
          hint: 'Everybody reads it who asks for these days.',
          most: 120,
        },
      ],
    },
  ],
});

/** A further site: its name and hours. */
export const furtherSiteForm: FormOfEntry = formOfEntry({
  fresh: { name: '', hours: [] },
  sections: [
    { title: 'The site', fields: [name(80)] },
    { title: 'Its hours', fields: [hoursField('Buildings and spaces with hours of their own go by those.')] },
  ],
});

/** A building with its hours. */
export const buildingForm: FormOfEntry = formOfEntry({
  fresh: { name: '', siteId: null, hours: [] },
  sections: [
    { title: 'The building', fields: [name(80), siteField] },
    { title: 'Its hours', fields: [hoursField('Where no line is given, those of the site hold.')] },
  ],
});

/** Periods a space is given by, and days on which they are others. */
export const timetableForm: FormOfEntry = formOfEntry({
  fresh: {
    name: '',
    validFrom: null,
    validTo: null,
    periods: [{ name: '1', from: '08:35', to: '09:20' }],
    exceptions: [],
  },
  sections: [
    {
      title: 'The timetable',
      fields: [
        name(60),
        { kind: 'date', name: 'validFrom', label: 'First day', isOptional: true },
        { kind: 'date', name: 'validTo', label: 'Last day', isOptional: true },
      ],
    },
    {
      title: 'Its periods',
      fields: [
        periodsField,
        {
          kind: 'rows',
          name: 'exceptions',
          label: 'Days that differ',
          hint: 'With periods of their own, or none at all.',
          one: 'day',
          fresh: { on: '', periods: [] },
          fields: [{ kind: 'date', name: 'on', label: 'Day' }, periodsField],
        },
      ],
    },
  ],
});
