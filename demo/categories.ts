import type { OfficeFile } from '@/contracts/administration/office';

/** What happens here; some of it never meets readers. */
export const CATEGORIES: OfficeFile['categories'] = [
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
  },
];
