import type { OfficeFile } from '@/contracts/administration/office';

/** Open every day of the week. */
export const daily = (from: string, to: string) => ({ days: [1, 2, 3, 4, 5, 6, 7], from, to });

/** 16 spaces in four buildings and outdoors. */
export const BUILDINGS: OfficeFile['buildings'] = [
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
        doors: [
          { side: 'bottom', offsetM: 3, widthM: 1.8 },
          { side: 'bottom', offsetM: 19, widthM: 1.8 },
          { side: 'right', offsetM: 5.4, widthM: 1.6 },
        ],
        obstacles: [
          { x: 12.6, y: 0, w: 0.4, h: 0.4 },
          { x: 12.6, y: 12.1, w: 0.4, h: 0.4 },
        ],
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
        doors: [{ side: 'bottom', offsetM: 3, widthM: 1.8 }],
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
        doors: [
          { side: 'bottom', offsetM: 6, widthM: 1.8 },
          { side: 'right', offsetM: 5.4, widthM: 1.6 },
        ],
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
];
