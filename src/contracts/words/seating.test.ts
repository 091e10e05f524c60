import { sayFurniture, sayMinutes, sayPlaces, sayRules } from './seating';

const counts = { chair: 0, wheelchair: 0, round: 0, trestle: 0, desk: 0, 'exam-table': 0, stage: 0 };

test('who has a place, and what keeps the others out', () => {
  expect(sayPlaces({ seats: 60, short: 0, limit: null })).toBe('All 60 have a seat.');
  expect(sayPlaces({ seats: 1, short: 0, limit: null })).toBe('The one has a seat.');
  expect(sayPlaces({ seats: 57, short: 1, limit: 'room' })).toBe(
    '57 have a seat, 1 has none. The floor holds no more in this layout.',
  );
  expect(sayPlaces({ seats: 0, short: 9, limit: 'ways' })).toBe(
    '0 have a seat, 9 have none. More would have no way to a door.',
  );
});

test('what is fetched, by whose figures, and that it approves nothing', () => {
  expect(sayFurniture({ counts: { ...counts, chair: 1, round: 8 } })).toBe('1 chair and 8 round tables');
  expect(sayFurniture({ counts })).toBe('');
  expect(sayMinutes({ crewMin: 0 })).toBe('Nothing to carry.');
  expect(sayRules({ wayMm: 1100, accessMm: 350 })).toMatch(
    /^Every seat has a way of 110 cm .* no fire-safety approval\.$/,
  );
  expect(sayRules({ wayMm: 0, accessMm: 0 })).toContain('no fire-safety approval');
});
