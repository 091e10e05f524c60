import { unsaid, texts } from '@/contracts/language/say';
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
      title: unsaid('What it is'),
      fields: [
        name(80),
        {
          kind: 'line',
          name: 'code',
          label: unsaid('Code'),
          hint: unsaid('Short; it stands in addresses.'),
          most: 12,
          isNarrow: true,
        },
        { kind: 'choice', name: 'buildingId', label: unsaid('Building'), from: 'buildings' },
        { kind: 'switch', name: 'outdoor', label: unsaid('Outdoors') },
        { kind: 'switch', name: 'stepFree', label: unsaid('Reached without a step') },
        { kind: 'several', name: 'features', label: unsaid('Has'), from: named(OWN_FEATURES, FEATURE_WORDS) },
        {
          kind: 'several',
          name: 'madeOf',
          label: unsaid('Made of'),
          hint: unsaid('Spaces it is joined from: whoever has it has them all. None is a space of its own.'),
          from: 'spaces',
        },
      ],
    },
    {
      title: unsaid('How large'),
      fields: [
        { kind: 'number', name: 'lengthM', label: unsaid('Length'), unit: unsaid('m'), isOptional: true },
        { kind: 'number', name: 'widthM', label: unsaid('Width'), unit: unsaid('m'), isOptional: true },
        { kind: 'number', name: 'areaM2', label: unsaid('Area'), unit: unsaid('m²'), isOptional: true },
        {
          kind: 'number',
          name: 'postedLimit',
          label: unsaid('Posted limit'),
          hint: unsaid('The most people who may be in it, whatever the layout. Nobody can go past it.'),
          unit: unsaid('people'),
          isOptional: true,
        },
        {
          kind: 'rows',
          name: 'layouts',
          label: unsaid('Layouts'),
          hint: unsaid(
            'Seats left empty are worked out from the area, minutes are those of the house for the layout.',
          ),
          one: unsaid('layout'),
          fresh: { layout: null, seats: null, setupMin: null, strikeMin: null },
          fields: [
            { kind: 'choice', name: 'layout', label: unsaid('Layout'), from: named(LAYOUTS, LAYOUT_WORDS) },
            { kind: 'number', name: 'seats', label: unsaid('Seats'), isOptional: true },
            {
              kind: 'number',
              name: 'setupMin',
              label: unsaid('Setting'),
              unit: unsaid('minutes'),
              isOptional: true,
            },
            {
              kind: 'number',
              name: 'strikeMin',
              label: unsaid('Clearing'),
              unit: unsaid('minutes'),
              isOptional: true,
            },
          ],
        },
        {
          kind: 'number',
          name: 'topUpMin',
          label: unsaid('Between two events set alike the crew needs'),
          unit: unsaid('minutes'),
        },
      ],
    },
    {
      title: unsaid('When and for whom'),
      fields: [
        hoursField(unsaid('Where no line is given, those of the building or of the site hold.')),
        {
          kind: 'several',
          name: 'timetables',
          label: unsaid('Given by the periods of'),
          hint: unsaid('Then whole periods are asked for.'),
          from: 'timetables',
        },
        {
          kind: 'rows',
          name: 'policies',
          label: unsaid('Rules for asking'),
          hint: unsaid('Each holds from its day on, until the next begins.'),
          one: unsaid('rule'),
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
            { kind: 'date', name: 'from', label: unsaid('From') },
            { kind: 'span', name: 'noticeMin', label: unsaid('Notice'), isOptional: true },
            {
              kind: 'number',
              name: 'horizonMonths',
              label: unsaid('At most ahead'),
              unit: unsaid('months'),
              isOptional: true,
            },
            { kind: 'span', name: 'shortestMin', label: unsaid('Shortest'), isOptional: true },
            { kind: 'span', name: 'longestMin', label: unsaid('Longest'), isOptional: true },
            {
              kind: 'choice',
              name: 'granted',
              label: unsaid('What is clear is'),
              from: named(
                ['on-request', 'instantly'],
                texts({ 'on-request': 'decided by the office', instantly: 'granted at once' }),
              ),
            },
            { kind: 'several', name: 'roles', label: unsaid('Who may ask'), from: named(ROLES, ROLE_WORDS) },
            { kind: 'several', name: 'organisations', label: unsaid('Members of'), from: 'organisations' },
          ],
        },
        {
          kind: 'several',
          name: 'seenBy',
          label: unsaid('Who sees what is on here'),
          hint: unsaid(
            'Title, host and contact. The office and whoever asked always do; everybody else sees that it is taken, and what is published. A crew reads on its orders what it sets up.',
          ),
          from: named(SEEING_ROLES, ROLE_WORDS),
        },
        questionsField,
      ],
    },
    {
      title: unsaid('Its floor'),
      about: unsaid('What seating plans keep clear. The length runs from left to right.'),
      fields: [
        {
          kind: 'rows',
          name: 'doors',
          label: unsaid('Doors'),
          one: unsaid('door'),
          fresh: { side: 'bottom', offsetM: 0, widthM: 1 },
          fields: [
            { kind: 'choice', name: 'side', label: unsaid('Wall'), from: named(SIDES, SIDE_WORDS) },
            {
              kind: 'number',
              name: 'offsetM',
              label: unsaid('From its left or upper end'),
              unit: unsaid('m'),
            },
            { kind: 'number', name: 'widthM', label: unsaid('Width'), unit: unsaid('m') },
          ],
        },
        {
          kind: 'rows',
          name: 'obstacles',
          label: unsaid('Columns and the like'),
          one: unsaid('obstacle'),
          fresh: { x: 0, y: 0, w: 0.5, h: 0.5 },
          fields: [
            { kind: 'number', name: 'x', label: unsaid('From the left'), unit: unsaid('m') },
            { kind: 'number', name: 'y', label: unsaid('From above'), unit: unsaid('m') },
            { kind: 'number', name: 'w', label: unsaid('Wide'), unit: unsaid('m') },
            { kind: 'number', name: 'h', label: unsaid('Deep'), unit: unsaid('m') },
          ],
        },
      ],
    },
  ],
});
