import { texts } from '../language/say';
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
      title: 'What it is',
      fields: [
        name(80),
        {
          kind: 'line',
          name: 'code',
          label: 'Code',
          hint: 'Short; it stands in addresses.',
          most: 12,
          isNarrow: true,
        },
        { kind: 'choice', name: 'buildingId', label: 'Building', from: 'buildings' },
        { kind: 'switch', name: 'outdoor', label: 'Outdoors' },
        { kind: 'switch', name: 'stepFree', label: 'Reached without a step' },
        { kind: 'several', name: 'features', label: 'Has', from: named(OWN_FEATURES, FEATURE_WORDS) },
        {
          kind: 'several',
          name: 'madeOf',
          label: 'Made of',
          hint: 'Spaces it is joined from: whoever has it has them all. None is a space of its own.',
          from: 'spaces',
        },
      ],
    },
    {
      title: 'How large',
      fields: [
        { kind: 'number', name: 'lengthM', label: 'Length', unit: 'm', isOptional: true },
        { kind: 'number', name: 'widthM', label: 'Width', unit: 'm', isOptional: true },
        { kind: 'number', name: 'areaM2', label: 'Area', unit: 'm²', isOptional: true },
        {
          kind: 'number',
          name: 'postedLimit',
          label: 'Posted limit',
          hint: 'The most people who may be in it, whatever the layout. Nobody can go past it.',
          unit: 'people',
          isOptional: true,
        },
        {
          kind: 'rows',
          name: 'layouts',
          label: 'Layouts',
          hint: 'Seats left empty are worked out from the area, minutes are those of the house for the layout.',
          one: 'layout',
          fresh: { layout: null, seats: null, setupMin: null, strikeMin: null },
          fields: [
            { kind: 'choice', name: 'layout', label: 'Layout', from: named(LAYOUTS, LAYOUT_WORDS) },
            { kind: 'number', name: 'seats', label: 'Seats', isOptional: true },
            { kind: 'number', name: 'setupMin', label: 'Setting', unit: 'minutes', isOptional: true },
            { kind: 'number', name: 'strikeMin', label: 'Clearing', unit: 'minutes', isOptional: true },
          ],
        },
        {
          kind: 'number',
          name: 'topUpMin',
          label: 'Between two events set alike the crew needs',
          unit: 'minutes',
        },
      ],
    },
    {
      title: 'When and for whom',
      fields: [
        hoursField('Where no line is given, those of the building or of the site hold.'),
        {
          kind: 'several',
          name: 'timetables',
          label: 'Given by the periods of',
          hint: 'Then whole periods are asked for.',
          from: 'timetables',
        },
        {
          kind: 'rows',
          name: 'policies',
          label: 'Rules for asking',
          hint: 'Each holds from its day on, until the next begins.',
          one: 'rule',
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
            { kind: 'date', name: 'from', label: 'From' },
            { kind: 'span', name: 'noticeMin', label: 'Notice', isOptional: true },
            {
              kind: 'number',
              name: 'horizonMonths',
              label: 'At most ahead',
              unit: 'months',
              isOptional: true,
            },
            { kind: 'span', name: 'shortestMin', label: 'Shortest', isOptional: true },
            { kind: 'span', name: 'longestMin', label: 'Longest', isOptional: true },
            {
              kind: 'choice',
              name: 'granted',
              label: 'What is clear is',
              from: named(
                ['on-request', 'instantly'],
                texts({ 'on-request': 'decided by the office', instantly: 'granted at once' }),
              ),
            },
            { kind: 'several', name: 'roles', label: 'Who may ask', from: named(ROLES, ROLE_WORDS) },
            { kind: 'several', name: 'organisations', label: 'Members of', from: 'organisations' },
          ],
        },
        {
          kind: 'several',
          name: 'seenBy',
          label: 'Who sees what is on here',
          hint: 'Title, host and contact. The office and whoever asked always do; everybody else sees that it is taken, and what is published. A crew reads on its orders what it sets up.',
          from: named(SEEING_ROLES, ROLE_WORDS),
        },
        questionsField,
      ],
    },
    {
      title: 'Its floor',
      about: 'What seating plans keep clear. The length runs from left to right.',
      fields: [
        {
          kind: 'rows',
          name: 'doors',
          label: 'Doors',
          one: 'door',
          fresh: { side: 'bottom', offsetM: 0, widthM: 1 },
          fields: [
            { kind: 'choice', name: 'side', label: 'Wall', from: named(SIDES, SIDE_WORDS) },
            { kind: 'number', name: 'offsetM', label: 'From its left or upper end', unit: 'm' },
            { kind: 'number', name: 'widthM', label: 'Width', unit: 'm' },
          ],
        },
        {
          kind: 'rows',
          name: 'obstacles',
          label: 'Columns and the like',
          one: 'obstacle',
          fresh: { x: 0, y: 0, w: 0.5, h: 0.5 },
          fields: [
            { kind: 'number', name: 'x', label: 'From the left', unit: 'm' },
            { kind: 'number', name: 'y', label: 'From above', unit: 'm' },
            { kind: 'number', name: 'w', label: 'Wide', unit: 'm' },
            { kind: 'number', name: 'h', label: 'Deep', unit: 'm' },
          ],
        },
      ],
    },
  ],
});
