import { localDate } from '../time/local-time';
import { isServiceOverdue, SERVICE_STATES, serviceDue } from './service-due';

const DAY = localDate('2027-03-02');

test('a service is due so many days before the event, over the end of a month', () => {
  expect(serviceDue(DAY, 0)).toBe('2027-03-02');
  expect(serviceDue(DAY, 5)).toBe('2027-02-25');
});

test.each(SERVICE_STATES)('%s: overdue from the day after its day, unless it is settled', (state) => {
  const due = serviceDue(DAY, 2);
  expect(isServiceOverdue(state, due, due)).toBe(false);
  expect(isServiceOverdue(state, due, localDate('2027-03-01'))).toBe(
    state === 'asked' || state === 'arranging',
  );
});
