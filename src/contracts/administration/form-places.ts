import { unsaid, texts } from '@/contracts/language/say';
import { LAYOUTS } from '@/core/seating/layouts';
import { LAYOUT_WORDS } from '../words/layouts';
import { LANGUAGE_NAMES, LANGUAGES } from '../language/languages';
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
  label: unsaid('Site'),
  hint: unsaid('None is that of the office.'),
  from: 'sites',
  isOptional: true,
};

const periodsField: Field = {
  kind: 'rows',
  name: 'periods',
  label: unsaid('Periods'),
  one: unsaid('period'),
  fresh: { name: '', from: '09:00', to: '09:45' },
  fields: [
    { kind: 'line', name: 'name', label: unsaid('Period'), most: 40, isNarrow: true },
    { kind: 'clock', name: 'from', label: unsaid('From') },
    { kind: 'clock', name: 'to', label: unsaid('To') },
  ],
};

/** The site of the office, with its zone, its language and what counts where nothing else is said. */
export const siteForm: FormOfEntry = formOfEntry({
  fresh: {},
  sections: [
    {
      title: unsaid('Where'),
      fields: [
        name(80),
        {
          kind: 'choice',
          name: 'zone',
          label: unsaid('Time zone'),
          hint: unsaid('All times are told in it. It stays as it is once something is booked.'),
          from: 'zones',
        },
        weekdayField,
        {
          kind: 'choice',
          name: 'language',
          label: unsaid('Language'),
          hint: unsaid(
            'Of pages for readers who have chosen none, of letters, calendars and displays. What was written before stays as it was.',
          ),
          from: named(LANGUAGES, LANGUAGE_NAMES),
        },
      ],
    },
    {
      title: unsaid('Whom to ask'),
      about: unsaid('At the foot of every page and in every mail.'),
      fields: [
        { kind: 'line', name: 'officeName', label: unsaid('Name of the office'), most: 80 },
        { kind: 'line', name: 'officePhone', label: unsaid('Telephone'), most: 40 },
        { kind: 'line', name: 'officeEmail', label: unsaid('E-mail address'), most: 120 },
      ],
    },
    {
      title: unsaid('What holds where nothing nearer says otherwise'),
      fields: [
        { kind: 'number', name: 'accessMin', label: unsaid('Hosts come in before'), unit: unsaid('minutes') },
        { kind: 'number', name: 'exitMin', label: unsaid('Hosts leave after'), unit: unsaid('minutes') },
        {
          kind: 'number',
          name: 'horizonMonths',
          label: unsaid('Requests are taken ahead'),
          unit: unsaid('months'),
        },
        {
          kind: 'number',
          name: 'grainMin',
          label: unsaid('Times picked on the board are whole'),
          unit: unsaid('minutes'),
        },
        {
          kind: 'rows',
          name: 'layoutMinutes',
          label: unsaid('Setting and clearing'),
          hint: unsaid(
            'By layout, for spaces that do not say it. A layout that is not here takes half an hour each.',
          ),
          one: unsaid('layout'),
          fresh: { layout: null, setupMin: 30, strikeMin: 30 },
          fields: [
            { kind: 'choice', name: 'layout', label: unsaid('Layout'), from: named(LAYOUTS, LAYOUT_WORDS) },
            { kind: 'number', name: 'setupMin', label: unsaid('Setting'), unit: unsaid('minutes') },
            { kind: 'number', name: 'strikeMin', label: unsaid('Clearing'), unit: unsaid('minutes') },
          ],
        },
        hoursField(
          unsaid('The week of the site. A building or a space with hours of its own goes by those.'),
        ),
      ],
    },
    {
      title: unsaid('Accounts'),
      fields: [
        {
          kind: 'words',
          name: 'registerDomains',
          label: unsaid('Mail domains whose people may make an account for themselves'),
          hint: unsaid(
            'One to a line, such as example.org. They may ask for spaces and nothing more. None: only housekeepers make accounts.',
          ),
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
      title: unsaid('The season'),
      fields: [
        name(60),
        { kind: 'date', name: 'from', label: unsaid('First day') },
        { kind: 'date', name: 'to', label: unsaid('Last day') },
      ],
    },
  ],
});

/** A note to days. */
export const dayNoteForm: FormOfEntry = formOfEntry({
  fresh: { name: '', from: '', to: '' },
  sections: [
    {
      title: unsaid('The note'),
      fields: [
        { kind: 'line', name: 'name', label: unsaid('What the day is'), most: 80 },
        { kind: 'date', name: 'from', label: unsaid('First day') },
        { kind: 'date', name: 'to', label: unsaid('Last day') },
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
      title: unsaid('What and when'),
      fields: [
        {
          kind: 'choice',
          name: 'kind',
          label: unsaid('It is'),
          from: named(['shut', 'open'], texts({ shut: 'shut', open: 'open beside the usual hours' })),
        },
        { kind: 'choice', name: 'owner', label: unsaid('Where'), from: OWNERS },
        { ...siteField, when: ['owner', 'site'] },
        {
          kind: 'choice',
          name: 'buildingId',
          label: unsaid('Building'),
          from: 'buildings',
          when: ['owner', 'building'],
        },
        { kind: 'choice', name: 'spaceId', label: unsaid('Space'), from: 'spaces', when: ['owner', 'space'] },
        { kind: 'moment', name: 'from', label: unsaid('From') },
        {
          kind: 'moment',
          name: 'to',
          label: unsaid('To'),
          hint: unsaid('A whole day ends at 00:00 of the next.'),
        },
        {
          kind: 'line',
          name: 'reason',
          label: unsaid('Reason'),
          hint: unsaid('Everybody reads it who asks for these days.'),
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
    { title: unsaid('The site'), fields: [name(80)] },
    {
      title: unsaid('Its hours'),
      fields: [hoursField(unsaid('Buildings and spaces with hours of their own go by those.'))],
    },
  ],
});

/** A building with its hours. */
export const buildingForm: FormOfEntry = formOfEntry({
  fresh: { name: '', siteId: null, hours: [] },
  sections: [
    { title: unsaid('The building'), fields: [name(80), siteField] },
    {
      title: unsaid('Its hours'),
      fields: [hoursField(unsaid('Where no line is given, those of the site hold.'))],
    },
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
      title: unsaid('The timetable'),
      fields: [
        name(60),
        { kind: 'date', name: 'validFrom', label: unsaid('First day'), isOptional: true },
        { kind: 'date', name: 'validTo', label: unsaid('Last day'), isOptional: true },
      ],
    },
    {
      title: unsaid('Its periods'),
      fields: [
        periodsField,
        {
          kind: 'rows',
          name: 'exceptions',
          label: unsaid('Days that differ'),
          hint: unsaid('With periods of their own, or none at all.'),
          one: unsaid('day'),
          fresh: { on: '', periods: [] },
          fields: [{ kind: 'date', name: 'on', label: unsaid('Day') }, periodsField],
        },
      ],
    },
  ],
});
