import type { OfficeFile } from '@/contracts/administration/office';
import { CATEGORIES } from './categories';
import { STORES } from './equipment';
import { CREWS, MANAGERS, ORGANISATIONS, REQUESTERS, STEWARDS } from './people';
import { SERVICES, TEAMS } from './services';
import { BUILDINGS, daily } from './spaces';

/** Signs in every demo account; it opens nothing but made-up data on one's own machine. */
export const DEMO_PASSWORD = 'quillmere-2027';
const DOMAIN = 'quillmere.example';

/** The accounts the README and the start command name. */
export const DEMO_ACCOUNTS = [
  { role: 'requester', email: `isolde.marsh@${DOMAIN}` },
  { role: 'manager', email: `wren.calloway@${DOMAIN}` },
  { role: 'crew', email: `tobin.ashdown@${DOMAIN}` },
  { role: 'steward', email: `odile.sedge@${DOMAIN}` },
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

/** English bank holidays of 2027 (values from memory); the garden shuts its rooms on Good Friday and at Christmas. */
const closures = [
  { from: '2027-03-26T00:00', to: '2027-03-27T00:00', reason: 'Good Friday' },
  { from: '2027-12-24T12:00', to: '2027-12-28T00:00', reason: 'Christmas' },
];

/** Quillmere Botanic Garden, which does not exist. */
export const QUILLMERE: OfficeFile = {
  site: {
    name: 'Quillmere Botanic Garden',
    zone: 'Europe/London',
    office: { name: 'Quillmere events office', phone: '01632 960 274', email: `events@${DOMAIN}` },
    registerDomains: [DOMAIN],
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
  buildings: BUILDINGS,
  stores: STORES,
  teams: TEAMS,
  services: SERVICES,
  categories: CATEGORIES,
  organisations: [...ORGANISATIONS],
  people: [
    // The first of them keeps the house as well.
    ...MANAGERS.map((name, index) =>
      person(name, {
        roles: index === 0 ? ['manager', 'housekeeper'] : ['manager'],
        organisations: ['Quillmere staff'],
      }),
    ),
    ...CREWS.map(({ name, team }) =>
      person(name, { roles: ['crew'], teams: [team], organisations: ['Quillmere staff'] }),
    ),
    ...REQUESTERS.map(({ name, organisation, deputies }) =>
      person(name, { organisations: [organisation], deputies: [...(deputies ?? [])] }),
    ),
    ...STEWARDS.map(({ name, of, consent }) =>
      person(name, { stewardOf: [of], consentNeeded: consent, organisations: ['Quillmere staff'] }),
    ),
  ],
};
