import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { RRule } from 'rrule';
import { RRuleTemporal } from 'rrule-temporal';
import { Temporal } from 'temporal-polyfill';
import { ruleText } from '@/contracts/words/rule';
import { parseRuleSentence } from '@tests/builders/rule-sentence';
import {
  addWallMinutes,
  fromWallMinute,
  localDateTime,
  wallMinute,
  type LocalDateTime,
} from '@/core/time/local-time';
import { editorModel, ruleTextOf, storedText } from '@/core/recurrence/editor-model';
import { parseRule } from '@/core/recurrence/parse-rule';
import { expandRule } from '@/core/recurrence/rule';

interface Fixture {
  readonly rrule: string;
  readonly start: LocalDateTime;
  readonly tzid: string;
  readonly first: readonly number[];
  readonly from: LocalDateTime;
  readonly to: LocalDateTime;
  readonly far: readonly number[];
}

// Made by scripts/recurrence-fixtures.py with Debian's python3-dateutil; its seed is in the file.
const { rules } = JSON.parse(
  readFileSync(join(process.cwd(), 'tests', 'fixtures', 'recurrence.json'), 'utf8'),
) as { rules: readonly Fixture[] };

const LAST = localDateTime('2099-12-30T00:00');
function decode(begin: LocalDateTime, steps: readonly number[]): LocalDateTime[] {
  let wall = wallMinute(begin);
  return steps.map((step) => fromWallMinute((wall += step)));
}
const first50 = (rule: Pick<Fixture, 'start' | 'tzid' | 'rrule'>) =>
  expandRule(rule, { from: rule.start, to: LAST, most: 50 });
const differing = (test: (rule: Fixture) => boolean): string[] =>
  rules.filter((rule) => !test(rule)).map(({ rrule, start, tzid }) => `${rrule} from ${start} ${tzid}`);
const equal = (a: readonly string[], b: readonly string[]) => a.join() === b.join();

describe('generated rules in four zones, one south of the equator', () => {
  test('there are at least 2,000 of them', () => expect(rules.length).toBeGreaterThanOrEqual(2000));

  test('the first 50 dates are those of python3-dateutil', () =>
    expect(differing((rule) => equal(first50(rule), decode(rule.start, rule.first)))).toEqual([]));

  test('a window of three months, eight years on, is that of python3-dateutil', () =>
    expect(
      differing((rule) => {
        const { from, to } = rule;
        return equal(expandRule(rule, { from, to, most: 1e6 }), decode(from, rule.far));
      }),
    ).toEqual([]));
});

// The npm packages are a second and third opinion where they are known to be right: both are wrong about BYYEARDAY
// with BYDAY, week and weekday numbers at the end of the year, and BYSETPOS; so is one about a WKST beside BYWEEKNO.
const KNOWN_WRONG = /BYYEARDAY|BYWEEKNO|BYSETPOS|5[0-3](MO|TU|WE|TH|FR|SA|SU)|BYHOUR|BYMINUTE/;
const basic = (at: string) => at.replace(/[-:]/g, '');

describe('second opinions on plain rules', () => {
  const plain = rules.filter(
    ({ rrule }) => !KNOWN_WRONG.test(rrule) && !rrule.includes('UNTIL') && !/DAILY.*BYMONTHDAY/.test(rrule),
  );
  const inUtc = (rule: Fixture) => ({ ...rule, tzid: 'UTC' });
  test('are asked about several hundred', () => expect(plain.length).toBeGreaterThan(400));

  test('npm rrule agrees, in UTC', () => {
    const some = plain.filter((_, index) => index % 2 === 0);
    const wrong = some.filter((rule) => {
      const options = {
        ...RRule.parseString(rule.rrule),
        dtstart: new Date(`${rule.start}Z`),
        until: new Date(`${LAST}Z`),
      };
      const found = new RRule(options).all((_, index) => index < 20).slice(0, 20);
      const ours = first50(inUtc(rule)).slice(0, 20);
      return !equal(
        found.map((at) => at.toISOString().slice(0, 16)).filter((at) => at < LAST),
        ours,
      );
    });
    expect(wrong.map(({ rrule, start }) => `${rrule} from ${start}`)).toEqual([]);
  });

  // By day only: it moves starts the clocks jump over where the RFC and python3-dateutil leave them out, and it takes a
  // numbered weekday beside BYMONTHDAY otherwise than both, and loses dates of years with four clock changes (Cairo 2010).
  test('npm rrule-temporal agrees, in the zone, over both clock changes', () => {
    const some = plain
      .filter(
        ({ rrule, start, tzid }) =>
          start.slice(11) >= '09:00' && tzid !== 'Africa/Cairo' && !/BYMONTHDAY/.test(rrule),
      )
      .slice(0, 60);
    const wrong = some.filter((rule) => {
      const text = `DTSTART;TZID=${rule.tzid}:${basic(rule.start)}00\nRRULE:${rule.rrule}`;
      const theirs = new RRuleTemporal({ rruleString: text, temporal: Temporal as never });
      const to = addWallMinutes(rule.start, 400 * 1440);
      const zoned = (at: string) => Temporal.PlainDateTime.from(at).toZonedDateTime(rule.tzid);
      const found = theirs.between(zoned(rule.start), zoned(to), true);
      const walls = found.map((at) => at.toPlainDateTime().toString().slice(0, 16)).filter((at) => at < to);
      return !equal(walls, expandRule(rule, { from: rule.start, to, most: 1e6 }));
    });
    expect(wrong.map(({ rrule, start, tzid }) => `${rrule} from ${start} ${tzid}`)).toEqual([]);
  });
});

describe('the editor and the words', () => {
  const shown = rules.filter(({ rrule, start, tzid }) => editorModel(rrule, start, tzid).kind === 'form');

  test('a good part of the rules can be shown by a form', () => expect(shown.length).toBeGreaterThan(500));

  test('a rule a form shows comes back from its fields with the same dates', () =>
    expect(
      shown
        .filter((rule) => {
          const model = editorModel(rule.rrule, rule.start, rule.tzid);
          const text = model.kind === 'form' ? ruleTextOf(model.rule, rule.tzid) : '';
          return !parseRule(text).ok || !equal(first50({ ...rule, rrule: text }), first50(rule));
        })
        .map(({ rrule }) => rrule),
    ).toEqual([]));

  test('one it cannot show, and one nobody touched, is kept byte for byte', () =>
    expect(
      rules.filter(({ rrule, start, tzid }) => {
        const model = editorModel(rrule, start, tzid);
        return storedText(model, model, tzid) !== rrule;
      }),
    ).toEqual([]));

  test('the sentence, read by a grammar of its own, gives the same first 50 dates, or calls the rule its own', () =>
    expect(
      rules
        .filter((rule) => {
          const { start, tzid } = rule;
          const said = ruleText(
            rule.rrule,
            { start, end: addWallMinutes(start, 60), tzid, allDay: false },
            countOf(rule),
          );
          const read = parseRuleSentence(said);
          if (read === 'own') return editorModel(rule.rrule, start, tzid).kind !== 'own';
          return !equal(first50({ ...rule, rrule: read }), first50(rule));
        })
        .map(({ rrule, start }) => `${rrule} from ${start}`),
    ).toEqual([]));
});

/** The number of dates a rule with COUNT says, as the sentence is given it. */
const countOf = ({ rrule }: Fixture): number | null => {
  const match = /COUNT=(\d+)/.exec(rrule);
  return match ? Number(match[1]) : null;
};
