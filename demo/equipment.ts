import type { OfficeFile } from '@/contracts/administration/office';

/** What can be lent, by where it is kept; some of it is away or hired in for a while. */
export const STORES: OfficeFile['stores'] = [
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
];
