import type { EpochMinute } from '../../time/epoch-minute';
import { neighbourOf } from '../../occupancy/turnover';
import type { BusyRow } from '../world';
import { checkDates } from '../check';
import { busy, rules, span, wanted, world } from '@tests/builders/world';

const minute = (value: number) => (span(0, 1).start + value) as EpochMinute;
const date = (key: string, from: number, to: number) => wanted(key, { from, to, bands: 30 });
const side = (from: number, to: number) => neighbourOf(date('x', from, to).claim, 0);

describe('the check', () => {
  const row = (from: number, to: number, more: Partial<BusyRow> = {}): BusyRow => ({
    ...busy(1, from - 60, to + 60),
    neighbour: { ...side(from, to), claimSpaceId: 7, hasLink: { before: false, after: false } },
    ...more,
  });
  const ask = (busyRow: BusyRow, more = {}) =>
    checkDates([date('a', 210, 300)], world({ busy: [busyRow] }), more);

  test('warns of a shoulder it could share, and says who keeps it until when', () => {
    expect(ask(row(40, 100))[0]).toMatchObject({
      facts: {
        rule: 'shared-shoulder',
        side: 'before',
        boundary: minute(160),
        savedMin: 10,
        claimSpaceId: 7,
        isOwn: false,
      },
    });
    expect(ask(row(410, 500))[0]!.facts).toMatchObject({ rule: 'shared-shoulder', side: 'after' });
  });
  test('within one request it is only told', () => {
    const own = ask(row(40, 100, { requestId: 5 as never }), { requestId: 5 });
    expect(own[0]!.facts).toMatchObject({ rule: 'shared-shoulder', isOwn: true });
  });
  test('a neighbour that hands over to another already cannot share that side again', () => {
    const linked = row(40, 100);
    const taken = { ...linked, neighbour: { ...linked.neighbour!, hasLink: { before: false, after: true } } };
    expect(rules(ask(taken))).toEqual(['occupied']);
  });
  test('dates of one series merge their shoulders without a word', () =>
    expect(checkDates([date('a', 40, 100), date('b', 170, 260)], world())).toEqual([]));
});
