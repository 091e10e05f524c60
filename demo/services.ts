import type { OfficeFile } from '@/contracts/office';

/** Who does the work. */
export const TEAMS: OfficeFile['teams'] = [
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
];

/** What can be ordered with a space, and what has to be known for it. */
export const SERVICES: OfficeFile['services'] = [
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
];
