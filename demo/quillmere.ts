import type { OfficeFile } from '@/contracts/office';
import { CREWS, MANAGERS, ORGANISATIONS, REQUESTERS, STEWARDS } from './people';

/** Signs in every demo account; it opens nothing but made-up data on one's own machine. */
export const DEMO_PASSWORD = 'quillmere-2027';
const DOMAIN = 'quillmere.example';

/** The accounts the README and the start command name. */
export const DEMO_ACCOUNTS = [
  { role: 'requester', email: `isolde.marsh@${DOMAIN}` },
  { role: 'manager', email: `wren.calloway@${DOMAIN}` },
  { role: 'crew', email: `tobin.ashdown@${DOMAIN}` },
] as const;

export const emailOf = (name: string): string => `${name.toLowerCase().replace(/[^a-z]+/g, '.')}@${DOMAIN}`;

const person = (
  name: string,
  more: Partial<OfficeFile['people'][number]> = {},
): OfficeFile['people'][number] => ({
  name,
  email: emailOf(name),
  ...(DEMO_ACCOUNTS.some(({ email }) => email === emailOf(name)) || more.roles?.includes('manager')
    ? { password: DEMO_PASSWORD }
    : {}),
  ...more,
});

const daily = (from: string, to: string) => ({ days: [1, 2, 3, 4, 5, 6, 7], from, to });

/** English bank holidays of 2027 (values from memory); the garden shuts its rooms on Good Friday and at Christmas. */
const closures = [
  { from: '2027-03-26T00:00', to: '2027-03-27T00:00', reason: 'Good Friday' },
  { from: '2027-12-24T12:00', to: '2027-12-28T00:00', reason: 'Christmas' },
];

/** Quillmere Botanic Garden, which does not exist: 16 spaces in four buildings and outdoors. */
export const QUILLMERE: OfficeFile = {
  site: {
    name: 'Quillmere Botanic Garden',
    zone: 'Europe/London',
    office: { name: 'Quillmere events office', phone: '01632 960 274', email: `events@${DOMAIN}` },
    hours: [daily('08:00', '22:00')],
    closures,
  },
  seasons: [
    { name: 'Frost season', from: '2026-11-01', to: '2027-02-28' },
    { name: 'Blossom season', from: '2027-03-01', to: '2027-05-31' },
    { name: 'Long-light season', from: '2027-06-01', to: '2027-09-19' },
  ],
  timetables: [
    {
      name: 'School day',
      periods: [
        { name: 'First', from: '09:25', to: '10:15' },
        { name: 'Second', from: '10:20', to: '11:10' },
        { name: 'Third', from: '11:30', to: '12:20' },
        { name: 'Fourth', from: '13:20', to: '14:10' },
        { name: 'Fifth', from: '14:15', to: '15:00' },
        { name: 'Sixth', from: '15:05', to: '15:50' },
      ],
      // An in-service day: the afternoon only.
      exceptions: [{ on: '2027-05-07', periods: [{ name: 'Afternoon', from: '13:20', to: '15:50' }] }],
    },
  ],
  buildings: [
    {
      name: 'Orangery Court',
      hours: [
        { days: [1, 2, 3, 4, 7], from: '08:00', to: '22:30' },
        { days: [5, 6], from: '08:00', to: '25:00' },
      ],
      spaces: [
        {
          code: 'OC',
          name: 'Whole Court',
          areaM2: 410,
          madeOf: ['QH', 'FO'],
          postedLimit: 320,
          layouts: [{ layout: 'standing', seats: 320, setupMin: 60, strikeMin: 60 }],
        },
        {
          code: 'QH',
          name: 'Quince Hall',
          areaM2: 300,
          lengthM: 24,
          widthM: 12.5,
          madeOf: ['QE', 'QW'],
          postedLimit: 240,
          layouts: [
            { layout: 'theatre', seats: 220, setupMin: 60, strikeMin: 45 },
            { layout: 'rounds', seats: 144, setupMin: 75, strikeMin: 60 },
            { layout: 'empty', seats: 240, setupMin: 20, strikeMin: 20 },
          ],
        },
        {
          code: 'QE',
          name: 'East Bay',
          areaM2: 160,
          lengthM: 12.8,
          widthM: 12.5,
          postedLimit: 120,
          layouts: [
            { layout: 'rounds', seats: 72, setupMin: 45, strikeMin: 30 },
            { layout: 'theatre', seats: 110, setupMin: 40, strikeMin: 30 },
          ],
        },
        {
          code: 'QW',
          name: 'West Bay',
          areaM2: 140,
          lengthM: 11.2,
          widthM: 12.5,
          postedLimit: 100,
          layouts: [
            { layout: 'rounds', seats: 64, setupMin: 45, strikeMin: 30 },
            { layout: 'classroom', seats: 48, setupMin: 40, strikeMin: 30 },
          ],
        },
        {
          code: 'FO',
          name: 'Lemon Foyer',
          areaM2: 110,
          postedLimit: 90,
          layouts: [{ layout: 'standing', seats: 90, setupMin: 20, strikeMin: 20 }],
        },
      ],
    },
    {
      name: 'Old Stables',
      spaces: [
        {
          code: 'LB',
          name: 'Lecture Barn',
          areaM2: 190,
          lengthM: 19,
          widthM: 10,
          postedLimit: 160,
          layouts: [
            { layout: 'theatre', seats: 150, setupMin: 30, strikeMin: 30 },
            { layout: 'classroom', seats: 80, setupMin: 45, strikeMin: 30 },
          ],
        },
        {
          code: 'CR',
          name: 'Council Room',
          areaM2: 48,
          lengthM: 8,
          widthM: 6,
          postedLimit: 26,
          layouts: [
            { layout: 'boardroom', seats: 22, setupMin: 15, strikeMin: 15 },
            { layout: 'theatre', seats: 26, setupMin: 15, strikeMin: 15 },
          ],
        },
        {
          code: 'SL',
          name: 'Seed Library',
          areaM2: 56,
          lengthM: 8,
          widthM: 7,
          stepFree: false,
          postedLimit: 30,
          layouts: [
            { layout: 'boardroom', seats: 16, setupMin: 10, strikeMin: 10 },
            { layout: 'classroom', seats: 20, setupMin: 20, strikeMin: 15 },
          ],
        },
        {
          code: 'PS',
          name: 'Potting Studio',
          areaM2: 72,
          postedLimit: 32,
          layouts: [
            { layout: 'classroom', seats: 24, setupMin: 20, strikeMin: 30 },
            { layout: 'rounds', seats: 24, setupMin: 25, strikeMin: 30 },
          ],
        },
      ],
    },
    {
      name: 'Glasshouse Range',
      hours: [daily('08:30', '21:30')],
      spaces: [
        {
          code: 'GG',
          name: 'Glasshouse Gallery',
          areaM2: 210,
          lengthM: 30,
          widthM: 7,
          postedLimit: 140,
          layouts: [
            { layout: 'theatre', seats: 120, setupMin: 45, strikeMin: 30 },
            { layout: 'rounds', seats: 80, setupMin: 60, strikeMin: 45 },
            { layout: 'standing', seats: 140, setupMin: 20, strikeMin: 20 },
          ],
        },
        {
          code: 'L1',
          name: 'Learning Room Ash',
          timetables: ['School day'],
          questions: [{ text: 'Which year groups come?' }],
          areaM2: 60,
          postedLimit: 36,
          layouts: [
            { layout: 'classroom', seats: 32, setupMin: 10, strikeMin: 10 },
            { layout: 'empty', seats: 36, setupMin: 10, strikeMin: 10 },
          ],
        },
        {
          code: 'L2',
          name: 'Learning Room Birch',
          timetables: ['School day'],
          questions: [{ text: 'Which year groups come?' }],
          areaM2: 60,
          postedLimit: 36,
          layouts: [
            { layout: 'classroom', seats: 32, setupMin: 10, strikeMin: 10 },
            { layout: 'empty', seats: 36, setupMin: 10, strikeMin: 10 },
          ],
        },
      ],
    },
    {
      name: 'Lakeside',
      spaces: [
        {
          code: 'BH',
          name: 'Boathouse',
          areaM2: 95,
          postedLimit: 70,
          layouts: [
            { layout: 'rounds', seats: 48, setupMin: 40, strikeMin: 30 },
            { layout: 'theatre', seats: 64, setupMin: 30, strikeMin: 30 },
          ],
        },
        {
          code: 'TE',
          name: 'Boathouse Terrace',
          areaM2: 120,
          outdoor: true,
          layouts: [
            { layout: 'standing', seats: 100, setupMin: 30, strikeMin: 30 },
            { layout: 'rounds', seats: 56, setupMin: 45, strikeMin: 40 },
          ],
        },
      ],
    },
    {
      name: 'Grounds',
      hours: [daily('07:30', '21:00')],
      spaces: [
        {
          code: 'OL',
          name: 'Orchard Lawn',
          areaM2: 900,
          outdoor: true,
          layouts: [
            { layout: 'standing', seats: 400, setupMin: 60, strikeMin: 60 },
            { layout: 'theatre', seats: 180, setupMin: 75, strikeMin: 60 },
            { layout: 'empty', seats: 400, setupMin: 15, strikeMin: 15 },
          ],
        },
        {
          code: 'WG',
          name: 'Walled Garden',
          areaM2: 640,
          outdoor: true,
          stepFree: false,
          postedLimit: 150,
          // Nobody has to set anything there for a walk or an hour of sketching.
          policies: [{ granted: 'instantly', longestMin: 360, noticeMin: 120 }],
          layouts: [{ layout: 'standing', seats: 150, setupMin: 30, strikeMin: 30 }],
        },
      ],
    },
  ],
  stores: [
    {
      name: 'Cart Shed',
      equipment: [
        {
          name: 'Folding chair',
          quantity: 240,
          fetchMin: 15,
          returnMin: 15,
          changes: [
            { from: '2027-04-10T08:00', to: '2027-04-24T18:00', delta: -30, reason: 'being re-webbed' },
          ],
        },
        {
          name: 'Round table 1.5 m',
          quantity: 20,
          fetchMin: 20,
          returnMin: 20,
          substitutes: ['Trestle table'],
        },
        {
          name: 'Trestle table',
          quantity: 36,
          fetchMin: 15,
          returnMin: 15,
          substitutes: ['Round table 1.5 m'],
        },
        {
          name: 'Patio heater',
          quantity: 8,
          fetchMin: 20,
          returnMin: 30,
          changes: [{ from: '2027-05-14T08:00', to: '2027-05-17T12:00', delta: 6, reason: 'hired in' }],
        },
        { name: 'Marquee 6 × 9 m', quantity: 1, fetchMin: 90, returnMin: 90 },
      ],
    },
    {
      name: 'Stage Cupboard',
      equipment: [
        { name: 'Hand microphone', quantity: 10, fetchMin: 10, returnMin: 10 },
        { name: 'Projector', quantity: 4, fetchMin: 10, returnMin: 10 },
        { name: 'Lectern', quantity: 2, fetchMin: 10, returnMin: 10 },
        {
          name: 'Lectern kit',
          quantity: 0,
          fetchMin: 10,
          returnMin: 10,
          kit: [
            { name: 'Lectern', quantity: 1 },
            { name: 'Hand microphone', quantity: 1 },
          ],
        },
      ],
    },
    {
      name: 'Lodge',
      equipment: [
        {
          name: 'Garden buggy',
          quantity: 2,
          fetchMin: 10,
          returnMin: 20,
          units: ['Buggy Bramble', 'Buggy Clover'],
        },
      ],
    },
  ],
  teams: [
    {
      name: 'Setup',
      recipes: [
        { phase: 'setup', title: 'Set the space', due: 'access-start' },
        { phase: 'strike', title: 'Clear the space', due: 'occupied-end' },
      ],
    },
    { name: 'Sound and light' },
    { name: 'Refreshments' },
    { name: 'Linen' },
    { name: 'Gates' },
  ],
  services: [
    {
      name: 'Refreshments',
      about: 'Tea, cake and simple suppers from the garden kitchen.',
      team: 'Refreshments',
      leadDays: 5,
      crewMin: 90,
      questions: [
        {
          text: 'Served at the tables, or laid out?',
          required: true,
          choices: ['served at the tables', 'laid out to fetch'],
        },
        { text: 'Anything people must not eat?' },
      ],
    },
    {
      name: 'Sound and light',
      about: 'Somebody who sets up microphones, lights and the screen, and stays if wanted.',
      team: 'Sound and light',
      leadDays: 7,
      crewMin: 60,
      questions: [
        { text: 'Should somebody stay during the event?', required: true, choices: ['yes', 'no'] },
        { text: 'What is played, shown or spoken?' },
      ],
    },
    {
      name: 'Table linen',
      about: 'Cloths and napkins, laid and taken away.',
      team: 'Linen',
      leadDays: 3,
      crewMin: 30,
      questions: [{ text: 'Plain or leaf-printed?', choices: ['plain', 'leaf-printed'] }],
    },
    {
      name: 'Late gate',
      about: 'A gate kept open after the garden has closed.',
      team: 'Gates',
      leadDays: 2,
      crewMin: 45,
      questions: [{ text: 'Until when do the last ones leave?', required: true }],
    },
  ],
  categories: [
    { name: 'Talks', mark: 'Ta', hue: 'blue', about: 'One speaks, many listen; questions after.' },
    { name: 'Workshops', mark: 'Wo', hue: 'green', about: 'Everybody makes or mends something.' },
    {
      name: 'Music',
      mark: 'Mu',
      hue: 'rose',
      about: 'Concerts, choirs and open rehearsals.',
      questions: [{ text: 'Is anything amplified?', choices: ['no', 'voices only', 'instruments too'] }],
    },
    { name: 'Surveys and counts', mark: 'Su', hue: 'sky', about: 'Moths, birds, mosses: counted together.' },
    {
      name: 'School visits',
      mark: 'Sc',
      hue: 'yellow',
      about: 'Classes and their teachers.',
      publish: false,
    },
    { name: 'Societies', mark: 'So', hue: 'vermilion', about: 'Regular evenings of the plant societies.' },
    { name: 'Fairs and swaps', mark: 'Fa', hue: 'orange', about: 'Stalls, exchanges, plant sales.' },
    { name: 'Exhibitions', mark: 'Ex', hue: 'rose', about: 'Things to see over days or weeks.' },
    { name: 'Quiet hours', mark: 'Qu', hue: 'sky', about: 'Slow walks, sketching, sitting still.' },
    { name: 'Volunteers', mark: 'Vo', hue: 'green', about: 'Work days and training of volunteers.' },
    {
      name: 'Private hire',
      mark: 'Hi',
      hue: 'ink',
      about: 'Celebrations by outside hirers; not for readers.',
      publish: false,
      questions: [{ text: 'Who pays the invoice?', seenBy: 'office' }],
    },
    {
      name: 'Staff',
      mark: 'St',
      hue: 'ink',
      about: 'The garden’s own people among themselves.',
      publish: false,
    },
  ],
  organisations: [...ORGANISATIONS],
  people: [
    ...MANAGERS.map((name) => person(name, { roles: ['manager'], organisations: ['Quillmere staff'] })),
    ...CREWS.map(({ name, team }) =>
      person(name, { roles: ['crew'], teams: [team], organisations: ['Quillmere staff'] }),
    ),
    ...REQUESTERS.map(({ name, organisation, deputies }) =>
      person(name, { organisations: [organisation], deputies: [...(deputies ?? [])] }),
    ),
    ...STEWARDS.map(({ name, of }) => person(name, { stewardOf: [of], organisations: ['Quillmere staff'] })),
  ],
};
