import { untranslated, texts } from '@/contracts/language/translate';
import { ROLES } from '@/core/roles';
import { SEEING_ROLES, USUALLY_SEEN_BY } from '@/core/publishing/right-to-know';
import { LAYOUTS } from '@/core/seating/layouts';
import { SIDES } from '@/core/seating/plan/room';
import { FEATURES } from '@/core/spaces/features';
import { FEATURE_WORDS } from '../words/findings';
import { LAYOUT_WORDS } from '../words/layouts';
import { ROLE_WORDS } from '../words/roles';
import {
  hoursField,
  type FormOfEntry,
  formOfEntry,
  named,
  nameField as name,
  questionsField,
} from './form-parts';

const SIDE_WORDS: Readonly<Record<(typeof SIDES)[number], string>> = texts({
  top: 'upper wall',
  right: 'right wall',
  bottom: 'lower wall',
  left: 'left wall',
});

// Whether it is reached without a step is a fact of its own.
const OWN_FEATURES = FEATURES.filter((feature) => feature !== 'step-free');

/** A space: floor, layouts, hours, policies, questions, and what it is made of. */
export const spaceForm: FormOfEntry = formOfEntry({
  fresh: {
    buildingId: null,
    code: '',
    name: '',
    areaM2: null,
    lengthM: null,
    widthM: null,
    stepFree: true,
    outdoor: false,
    postedLimit: null,
    topUpMin: 10,
    madeOf: [],
    features: [],
    layouts: [],
    hours: [],
    policies: [],
    seenBy: [...USUALLY_SEEN_BY],
    timetables: [],
    questions: [],
    doors: [],
    obstacles: [],
  },
  sections: [
    {
      title: untranslated('What it is'),
      fields: [
        name(80),
        {
          kind: 'line',
          name: 'code',
          label: untranslated('Code'),
          hint: untranslated('Short; it stands in addresses.'),
          most: 12,
          isNarrow: true,
        },
        { kind: 'choice', name: 'buildingId', label: untranslated('Building'), from: 'buildings' },
        { kind: 'switch', name: 'outdoor', label: untranslated('Outdoors') },
        { kind: 'switch', name: 'stepFree', label: untranslated('Reached without a step') },
        {
          kind: 'several',
          name: 'features',
          label: untranslated('Has'),
          from: named(OWN_FEATURES, FEATURE_WORDS),
        },
        {
          kind: 'several',
          name: 'madeOf',
          label: untranslated('Made of'),
          hint: untranslated(
            'The spaces it is joined from: a booking of it takes them all. None: it is a space of its own.',
          ),
          from: 'spaces',
        },
      ],
    },
    {
      title: untranslated('How large'),
      fields: [
        {
          kind: 'number',
          name: 'lengthM',
          label: untranslated('Length'),
          unit: untranslated('m'),
          isOptional: true,
        },
        {
          kind: 'number',
          name: 'widthM',
          label: untranslated('Width'),
          unit: untranslated('m'),
          isOptional: true,
        },
        {
          kind: 'number',
          name: 'areaM2',
          label: untranslated('Area'),
          unit: untranslated('m²'),
          isOptional: true,
        },
        {
          kind: 'number',
          name: 'postedLimit',
          label: untranslated('Posted limit'),
          hint: untranslated('The most people who may be in it, in any layout. Nobody can approve more.'),
          unit: untranslated('people'),
          isOptional: true,
        },
        {
          kind: 'rows',
          name: 'layouts',
          label: untranslated('Layouts'),
          hint: untranslated(
            'Seats left empty are worked out from the area, minutes are those of the site for the layout.',
          ),
          one: untranslated('layout'),
          fresh: { layout: null, seats: null, setupMin: null, strikeMin: null },
          fields: [
            {
              kind: 'choice',
              name: 'layout',
              label: untranslated('Layout'),
              from: named(LAYOUTS, LAYOUT_WORDS),
            },
            { kind: 'number', name: 'seats', label: untranslated('Seats'), isOptional: true },
            {
              kind: 'number',
              name: 'setupMin',
              label: untranslated('Setting'),
              unit: untranslated('minutes'),
              isOptional: true,
            },
            {
              kind: 'number',
              name: 'strikeMin',
              label: untranslated('Clearing'),
              unit: untranslated('minutes'),
              isOptional: true,
            },
          ],
        },
        {
          kind: 'number',
          name: 'topUpMin',
          label: untranslated('Between two events set alike the crew needs'),
          unit: untranslated('minutes'),
        },
      ],
    },
    {
      title: untranslated('When and for whom'),
      fields: [
        hoursField(untranslated('Where no line is given, those of the building or of the site hold.')),
        {
          kind: 'several',
          name: 'timetables',
          label: untranslated('Given by the periods of'),
          hint: untranslated('Then whole periods are asked for.'),
          from: 'timetables',
        },
        {
          kind: 'rows',
          name: 'policies',
          label: untranslated('Rules for asking'),
          hint: untranslated('Each holds from its day on, until the next begins.'),
          one: untranslated('rule'),
          fresh: {
            from: '1970-01-01',
            noticeMin: null,
            horizonMonths: null,
            shortestMin: null,
            longestMin: null,
            granted: 'on-request',
            roles: [],
            organisations: [],
          },
          fields: [
            { kind: 'date', name: 'from', label: untranslated('From') },
            { kind: 'span', name: 'noticeMin', label: untranslated('Notice needed'), isOptional: true },
            {
              kind: 'number',
              name: 'horizonMonths',
              label: untranslated('At most ahead'),
              unit: untranslated('months'),
              isOptional: true,
            },
            { kind: 'span', name: 'shortestMin', label: untranslated('Shortest'), isOptional: true },
            { kind: 'span', name: 'longestMin', label: untranslated('Longest'), isOptional: true },
            {
              kind: 'choice',
              name: 'granted',
              label: untranslated('What is clear is'),
              from: named(
                ['on-request', 'instantly'],
                texts({ 'on-request': 'decided by the office', instantly: 'granted at once' }),
              ),
            },
            {
              kind: 'several',
              name: 'roles',
              label: untranslated('Who may ask'),
              from: named(ROLES, ROLE_WORDS),
            },
            {
              kind: 'several',
              name: 'organisations',
              label: untranslated('Members of'),
              from: 'organisations',
            },
          ],
        },
        {
          kind: 'several',
          name: 'seenBy',
          label: untranslated('Who sees what is on here'),
          hint: untranslated(
            'Title, host and contact. The office and the requester always see them; everyone else sees that it is taken, and what is published. A crew reads on its work orders what it sets up.',
          ),
          from: named(SEEING_ROLES, ROLE_WORDS),
        },
        questionsField,
      ],
    },
    {
      title: untranslated('Its floor'),
      about: untranslated('What seating plans keep clear. The length runs from left to right.'),
      fields: [
        {
          kind: 'rows',
          name: 'doors',
          label: untranslated('Doors'),
          one: untranslated('door'),
          fresh: { side: 'bottom', offsetM: 0, widthM: 1 },
          fields: [
            { kind: 'choice', name: 'side', label: untranslated('Wall'), from: named(SIDES, SIDE_WORDS) },
            {
              kind: 'number',
              name: 'offsetM',
              label: untranslated('From its left or upper end'),
              unit: untranslated('m'),
            },
            { kind: 'number', name: 'widthM', label: untranslated('Width'), unit: untranslated('m') },
          ],
        },
        {
          kind: 'rows',
          name: 'obstacles',
          label: untranslated('Columns and the like'),
          one: untranslated('obstacle'),
          fresh: { x: 0, y: 0, w: 0.5, h: 0.5 },
          fields: [
            { kind: 'number', name: 'x', label: untranslated('From the left'), unit: untranslated('m') },
            { kind: 'number', name: 'y', label: untranslated('From above'), unit: untranslated('m') },
            { kind: 'number', name: 'w', label: untranslated('Wide'), unit: untranslated('m') },
            { kind: 'number', name: 'h', label: untranslated('Deep'), unit: untranslated('m') },
          ],
        },
      ],
    },
  ],
});
