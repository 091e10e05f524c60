// A checkout has no times of before, and Jest would begin with the largest files: some small ones take longest, and come
// last, when all other workers have nothing left to do. Whoever has run the tests before goes by the times there were.
const { basename } = require('node:path');
const Sequencer = require('@jest/test-sequencer').default;

const LONGEST = [
  'long-work.test.ts',
  'alternatives-worlds.test.ts',
  'change-sequences.test.ts',
  'archive.test.ts',
  'guards.test.ts',
  'office-file.test.ts',
  'kill.test.ts',
  'of-date.test.ts',
  'random-worlds.test.ts',
  'publishing-sequences.test.ts',
  'asking.e2e.ts',
  'deciding.e2e.ts',
  'views-of-managers.e2e.ts',
  'attacks.e2e.ts',
  'views-of-readers.e2e.ts',
  'house.e2e.ts',
  'setting-up.e2e.ts',
  'accounts.e2e.ts',
  'views-of-everybody-else.e2e.ts',
  'main-job.e2e.ts',
  'first-day.e2e.ts',
];

const placeOf = ({ path }) => {
  const place = LONGEST.indexOf(basename(path));
  return place === -1 ? LONGEST.length : place;
};

module.exports = class LongestFirst extends Sequencer {
  sort(tests) {
    const usual = super.sort(tests);
    if (tests.some(({ duration }) => duration !== undefined)) return usual;
    return [...usual].sort((a, b) => placeOf(a) - placeOf(b));
  }
};
