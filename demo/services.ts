import type { OfficeFile } from '@/contracts/administration/office';

/** The weekdays of the fortnight around the day the demo stands at. */
const APRIL_DAYS = ['12', '13', '14', '15', '16', '19', '20', '21', '22', '23'].map(
  (day) => `2027-04-${day}`,
);

/** Who does the work. */
export const TEAMS: OfficeFile['teams'] = [
  {
    name: 'Setup',
    templates: [
      { phase: 'setup', title: 'Set the space', due: 'access-start' },
      { phase: 'strike', title: 'Clear the space', due: 'occupied-end' },
      {
        phase: 'setup',
        title: 'Put up the marquee',
        due: 'access-start',
        offsetMin: -60,
        leadDays: 2,
        equipment: ['Marquee 6 × 9 m'],
        workFormula: '3 * 90',
        checklist: ['Ground looked over for pipes', 'Pegs and lines checked', 'Walls on the windward side'],
      },
    ],
  },
  {
    name: 'Sound and light',
    shifts: [
      ...APRIL_DAYS.map((day) => ({
        from: `${day}T10:00`,
        to: `${day}T18:00`,
        person: 'jory.lamb@quillmere.example',
      })),
      { from: '2027-04-13T18:00', to: '2027-04-13T22:00', person: 'jory.lamb@quillmere.example' },
    ],
    templates: [
      {
        phase: 'setup',
        title: 'Sound and picture checked',
        due: 'access-start',
        leadDays: 7,
        per: 'date',
        services: ['Sound and light'],
        workFormula: '40',
        checklist: ['Every microphone heard at the back', 'Batteries changed', 'Picture sharp and level'],
      },
      {
        phase: 'attendance',
        title: 'At the desk',
        due: 'event-start',
        offsetMin: -15,
        until: { edge: 'event-end', offsetMin: 15 },
        leadDays: 7,
        per: 'date',
        services: ['Sound and light'],
        answers: [{ question: 'Should somebody stay during the event?', answer: 'yes' }],
        person: 'jory.lamb@quillmere.example',
      },
    ],
  },
  {
    name: 'Refreshments',
    shifts: APRIL_DAYS.map((day) => ({ from: `${day}T09:00`, to: `${day}T16:30`, people: 2 })),
    templates: [
      {
        phase: 'setup',
        title: 'Tea and cake laid out',
        due: 'event-start',
        offsetMin: -20,
        leadDays: 5,
        per: 'date',
        services: ['Refreshments'],
        workFormula: '15 + people / 4',
        checklist: ['Urns filled and on', 'Labels for what is in the cakes', 'Water for who sings or speaks'],
        quantities: [
          { name: 'Cup and saucer', store: 'Garden kitchen', formula: 'ceil(people * 1.1 / 10) * 10' },
          { name: 'Urn', store: 'Garden kitchen', formula: 'ceil(people / 40)' },
          { name: 'Cake', store: 'Garden kitchen', formula: 'people / 12' },
        ],
      },
      {
        phase: 'strike',
        title: 'Cups back and washed',
        due: 'occupied-end',
        leadDays: 5,
        per: 'date',
        services: ['Refreshments'],
        workFormula: '10 + people / 4',
      },
    ],
  },
  {
    name: 'Linen',
    templates: [
      {
        phase: 'setup',
        title: 'Cloths on, napkins folded',
        due: 'access-start',
        leadDays: 3,
        per: 'date',
        services: ['Table linen'],
        workFormula: '10 + tables * 3',
        quantities: [
          { name: 'Tablecloth', store: 'Linen room', formula: 'tables + 1' },
          { name: 'Napkin', store: 'Linen room', formula: 'people' },
        ],
      },
    ],
  },
  {
    name: 'Gates',
    templates: [
      {
        phase: 'attendance',
        title: 'At the gate',
        due: 'event-end',
        until: { edge: 'exit-end', offsetMin: 30 },
        leadDays: 2,
        per: 'date',
        services: ['Late gate'],
        quantities: [{ name: 'Lantern', store: '', formula: 'max(2, ceil(cars / 10))' }],
      },
    ],
  },
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
    questions: [
      { text: 'Until when do the last ones leave?', required: true },
      { text: 'How many cars are expected?', numberName: 'cars' },
    ],
  },
];
