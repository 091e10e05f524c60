import { untranslated, texts } from '@/contracts/language/translate';
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
  label: untranslated('Site'),
  hint: untranslated('None is that of the office.'),
  from: 'sites',
  isOptional: true,
};

const periodsField: Field = {
  kind: 'rows',
  name: 'periods',
  label: untranslated('Periods'),
  one: untranslated('period'),
  fresh: { name: '', from: '09:00', to: '09:45' },
  fields: [
    { kind: 'line', name: 'name', label: untranslated('Period'), most: 40, isNarrow: true },
    { kind: 'clock', name: 'from', label: untranslated('From') },
    { kind: 'clock', name: 'to', label: untranslated('To') },
  ],
};

/** The site of the office, with its zone, its language and what counts where nothing else is said. */
export const siteForm: FormOfEntry = formOfEntry({
  fresh: {},
  sections: [
    {
      title: untranslated('Where'),
      fields: [
        name(80),
        {
          kind: 'choice',
          name: 'zone',
          label: untranslated('Time zone'),
          hint: untranslated('All times are told in it. It stays as it is once something is booked.'),
          from: 'zones',
        },
        weekdayField,
        {
          kind: 'choice',
          name: 'language',
          label: untranslated('Language'),
          hint: untranslated(
            'Of pages for readers who have chosen none, of letters, calendars and displays. What was written before stays as it was.',
          ),
          from: named(LANGUAGES, LANGUAGE_NAMES),
        },
      ],
    },
    {
      title: untranslated('Whom to ask'),
      about: untranslated('At the foot of every page and in every mail.'),
      fields: [
        { kind: 'line', name: 'officeName', label: untranslated('Name of the office'), most: 80 },
        { kind: 'line', name: 'officePhone', label: untranslated('Telephone'), most: 40 },
        { kind: 'line', name: 'officeEmail', label: untranslated('E-mail address'), most: 120 },
      ],
    },
    {
      title: untranslated('What holds where nothing nearer is said'),
      fields: [
        {
          kind: 'number',
          name: 'accessMin',
          label: untranslated('Hosts come in before'),
          unit: untranslated('minutes'),
        },
        {
          kind: 'number',
          name: 'exitMin',
          label: untranslated('Hosts leave after'),
          unit: untranslated('minutes'),
        },
        {
          kind: 'number',
          name: 'horizonMonths',
          label: untranslated('Requests are taken ahead'),
          unit: untranslated('months'),
        },
        {
          kind: 'number',
          name: 'grainMin',
          label: untranslated('Times picked on the board are whole'),
          unit: untranslated('minutes'),
        },
        {
          kind: 'rows',
          name: 'layoutMinutes',
          label: untranslated('Setting and clearing'),
          hint: untranslated(
            'By layout, for spaces that do not say it. A layout that is not here takes half an hour each.',
          ),
          one: untranslated('layout'),
          fresh: { layout: null, setupMin: 30, strikeMin: 30 },
          fields: [
            {
              kind: 'choice',
              name: 'layout',
              label: untranslated('Layout'),
              from: named(LAYOUTS, LAYOUT_WORDS),
            },
            {
              kind: 'number',
              name: 'setupMin',
              label: untranslated('Setting'),
              unit: untranslated('minutes'),
            },
            {
              kind: 'number',
              name: 'strikeMin',
              label: untranslated('Clearing'),
              unit: untranslated('minutes'),
            },
          ],
        },
        hoursField(
          untranslated('The week of the site. A building or a space with hours of its own goes by those.'),
        ),
      ],
    },
    {
      title: untranslated('Accounts'),
      fields: [
        {
          kind: 'words',
          name: 'registerDomains',
          label: untranslated('Mail domains whose people may make an account for themselves'),
          hint: untranslated(
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
      title: untranslated('The season'),
      fields: [
        name(60),
        { kind: 'date', name: 'from', label: untranslated('First day') },
        { kind: 'date', name: 'to', label: untranslated('Last day') },
      ],
    },
  ],
});

/** A note to days. */
export const dayNoteForm: FormOfEntry = formOfEntry({
  fresh: { name: '', from: '', to: '' },
  sections: [
    {
      title: untranslated('The note'),
      fields: [
        { kind: 'line', name: 'name', label: untranslated('What the day is'), most: 80 },
        { kind: 'date', name: 'from', label: untranslated('First day') },
        { kind: 'date', name: 'to', label: untranslated('Last day') },
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
      title: untranslated('What and when'),
      fields: [
        {
          kind: 'choice',
          name: 'kind',
          label: untranslated('It is'),
          from: named(['shut', 'open'], texts({ shut: 'shut', open: 'open beside the usual hours' })),
        },
        { kind: 'choice', name: 'owner', label: untranslated('Where'), from: OWNERS },
        { ...siteField, when: ['owner', 'site'] },
        {
          kind: 'choice',
          name: 'buildingId',
          label: untranslated('Building'),
          from: 'buildings',
          when: ['owner', 'building'],
        },
        {
          kind: 'choice',
          name: 'spaceId',
          label: untranslated('Space'),
          from: 'spaces',
          when: ['owner', 'space'],
        },
        { kind: 'moment', name: 'from', label: untranslated('From') },
        {
          kind: 'moment',
          name: 'to',
          label: untranslated('To'),
          hint: untranslated('A whole day ends at 00:00 of the next.'),
        },
        {
          kind: 'line',
          name: 'reason',
          label: untranslated('Reason'),
          hint: untranslated('Everybody reads it who asks for these days.'),
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
    { title: untranslated('The site'), fields: [name(80)] },
    {
      title: untranslated('Its hours'),
      fields: [hoursField(untranslated('Buildings and spaces with hours of their own go by those.'))],
    },
  ],
});

/** A building with its hours. */
export const buildingForm: FormOfEntry = formOfEntry({
  fresh: { name: '', siteId: null, hours: [] },
  sections: [
    { title: untranslated('The building'), fields: [name(80), siteField] },
    {
      title: untranslated('Its hours'),
      fields: [hoursField(untranslated('Where no line is given, those of the site hold.'))],
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
      title: untranslated('The timetable'),
      fields: [
        name(60),
        { kind: 'date', name: 'validFrom', label: untranslated('First day'), isOptional: true },
        { kind: 'date', name: 'validTo', label: untranslated('Last day'), isOptional: true },
      ],
    },
    {
      title: untranslated('Its periods'),
      fields: [
        periodsField,
        {
          kind: 'rows',
          name: 'exceptions',
          label: untranslated('Changed days'),
          hint: untranslated('With periods of their own, or none at all.'),
          one: untranslated('day'),
          fresh: { on: '', periods: [] },
          fields: [{ kind: 'date', name: 'on', label: untranslated('Day') }, periodsField],
        },
      ],
    },
  ],
});
