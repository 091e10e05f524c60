import { readFileSync } from 'node:fs';
import * as rruleModule from 'rrule';
import { RRuleTemporal } from 'rrule-temporal';
import { Temporal } from 'temporal-polyfill';
import { expandRule } from '@/core/recurrence/rule';
import {
  addWallMinutes,
  fromWallMinute,
  localDateTime,
  wallMinute,
  type LocalDateTime,
} from '@/core/time/local-time';
import { compare, table } from './measure';

interface Fixture {
  readonly rrule: string;
  readonly start: LocalDateTime;
  readonly tzid: string;
  readonly from: LocalDateTime;
  readonly to: LocalDateTime;
  readonly far: readonly number[];
}

// The package is CommonJS and is seen differently by loaders.
const { rrulestr } = (
  'rrulestr' in rruleModule ? rruleModule : (rruleModule as { default: unknown }).default
) as typeof rruleModule;

const basic = (at: string): string => at.replace(/[-:]/g, '');

function expected({ from, far }: Fixture): string {
  let wall = wallMinute(from);
  return far.map((step) => fromWallMinute((wall += step))).join();
}

const ours = (rule: Fixture): string => expandRule(rule, { from: rule.from, to: rule.to, most: 1e6 }).join();

function npmRrule({ rrule, start, from, to }: Fixture): number {
  const rule = rrulestr(`DTSTART:${basic(start)}00Z\nRRULE:${rrule}`);
  return rule.between(new Date(`${from}Z`), new Date(`${to}Z`), true).length;
}

/** The dates, or null where the library gives up. */
function rruleTemporal({ rrule, start, tzid, from, to }: Fixture): string | null {
  const zoned = (at: string) => Temporal.PlainDateTime.from(at).toZonedDateTime(tzid);
  try {
    const rruleString = `DTSTART;TZID=${tzid}:${basic(start)}00\nRRULE:${rrule}`;
    const rule = new RRuleTemporal({ rruleString, temporal: Temporal as never });
    const walls = rule
      .between(zoned(from), zoned(to), true)
      .map((at) => at.toPlainDateTime().toString().slice(0, 16));
    return walls.filter((at) => at < to).join();
  } catch {
    return null;
  }
}

/** Thousands of other rules push out what is kept of those measured. */
function forget(): void {
  const start = localDateTime('2020-01-01T00:00');
  for (let minute = 0; minute < 6000; minute += 1) {
    const from = addWallMinutes(start, minute);
    expandRule(
      { start: from, tzid: 'UTC', rrule: `FREQ=DAILY;COUNT=${minute + 1}` },
      { from, to: from, most: 1 },
    );
  }
}

/** 2,000 of the fixture rules. The libraries take seconds a round, so fewer rules are compared often, all of them once. */
export async function benchRecurrence(): Promise<string> {
  const all = JSON.parse(readFileSync('tests/fixtures/recurrence.json', 'utf8')) as { rules: Fixture[] };
  const rules = all.rules.slice(0, 2000);
  // The offsets of a zone are read once in the life of a process.
  const zones = new Set(rules.map(({ tzid }) => tzid));
  for (const tzid of zones) ours({ ...rules[0]!, tzid, rrule: 'FREQ=DAILY;COUNT=1' });
  const some = rules.filter((_, index) => index % 20 === 0);
  const figures = await compare([
    { name: 'npm rrule', run: async () => some.map(npmRrule) },
    {
      name: 'ours, nothing read or counted before',
      prepare: forget,
      run: async () => some.map(ours),
    },
    { name: 'ours, rules read and counted before', run: async () => some.map(ours) },
    { name: 'npm rrule-temporal, in the zone', run: async () => some.map(rruleTemporal) },
  ]);
  const wrong = rules.filter((rule) => ours(rule) !== expected(rule)).length;
  const theirs = some.map((rule) => [rruleTemporal(rule), expected(rule)] as const);
  const gaveUp = theirs.filter(([found]) => found === null).length;
  const off = theirs.filter(([found, right]) => found !== null && found !== right).length;
  return `${some.length} mixed rules (every twentieth), medians:

${table(figures)}

At the first reading ${(1 / figures[1]!.ratio).toFixed(1)} times as fast as npm rrule, afterwards ${(1 / figures[2]!.ratio).toFixed(0)} times. Must reach: 20 times.

Wrong against the python3-dateutil fixtures: ours ${wrong} of ${rules.length}; rrule-temporal ${off} of ${some.length}, and it refused ${gaveUp} more, whose UNTIL is local beside a zone (RFC 5545 wants UTC there).`;
}
