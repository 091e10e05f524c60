import type { WantedDate } from '@/core/checks/findings';
import { expandRule, weeklyRuleText, type WeeklyRule } from '@/core/recurrence/rule';
import {
  addDays,
  addWallMinutes,
  dateOf,
  timeOf,
  wallMinute,
  type LocalDateTime,
} from '@/core/time/local-time';
import { toEpochMinute } from '@/core/time/zone';
import { MOST_DATES_TIMES_SPACES, type CheckInput } from '@/contracts/ask';
import { done, refuse, type FieldFault, type Outcome } from '@/contracts/refusal';
import { ruleText, spanText } from '@/contracts/words/when';

/** One date as asked: wall times are the truth, instants derived. */
export interface AskedDate extends WantedDate {
  readonly key: LocalDateTime;
  readonly end: LocalDateTime;
}

export interface AskedDates {
  readonly rrule: string | null;
  readonly dates: readonly AskedDate[];
  readonly inWords: string;
}

const fault = (path: string, message: string) =>
  refuse({ code: 'bad-input', fields: [{ path, message } satisfies FieldFault] });

/** One more than may be had is enough to know that there are too many: a rule to the year 2999 is not walked. */
function starts({ when, spaces }: CheckInput, tzid: string, rule: WeeklyRule): LocalDateTime[] {
  const most = Math.floor(MOST_DATES_TIMES_SPACES / spaces.length) + 1;
  const reach = addDays(dateOf(when.startsAt), 7 * rule.interval * most);
  const until = rule.until < reach ? rule.until : reach;
  const rrule = weeklyRuleText({ ...rule, until }, tzid);
  const to = `${addDays(until, 1)}T00:00` as LocalDateTime;
  return expandRule({ start: when.startsAt, tzid, rrule }, { from: when.startsAt, to, most });
}

function toDate(input: CheckInput, tzid: string, start: LocalDateTime): AskedDate {
  const end = addWallMinutes(start, wallMinute(input.when.endsAt) - wallMinute(input.when.startsAt));
  const from = toEpochMinute(start, tzid, 'offset-before');
  // In the night the clocks jump forward a short event may end before it begins: it then lasts what the wall says.
  const to = Math.max(toEpochMinute(end, tzid, 'offset-before'), from + 1) as typeof from;
  return {
    key: start,
    end,
    claim: {
      event: { start: from, end: to },
      accessMin: input.accessMin,
      exitMin: input.exitMin,
      spaces: input.spaces.map((space) => ({ ...space, people: input.people })),
      equipment: input.equipment.map((item) => ({ ...item, spaceIndex: 0 })),
    },
  };
}

/** Every date the form asks for, or what is wrong with its times. */
export function datesAsked(input: CheckInput, tzid: string): Outcome<AskedDates> {
  const { startsAt, endsAt, repeat } = input.when;
  if (!repeat)
    return done({ rrule: null, dates: [toDate(input, tzid, startsAt)], inWords: spanText(startsAt, endsAt) });

  if (toEpochMinute(startsAt, tzid, 'does-not-exist') === null)
    return fault(
      'when.startsAt',
      `The clocks jump over ${timeOf(startsAt)} on ${dateOf(startsAt)}; begin the series on another day.`,
    );
  const rule = { interval: repeat.everyWeeks, until: repeat.until };
  const rrule = weeklyRuleText(rule, tzid);
  const dates = starts(input, tzid, rule);
  if (dates.length * input.spaces.length > MOST_DATES_TIMES_SPACES)
    return fault(
      'when.repeat.until',
      `That makes more than ${MOST_DATES_TIMES_SPACES.toLocaleString('en-GB')} dates × spaces. Choose an earlier last day.`,
    );
  return done({
    rrule,
    dates: dates.map((start) => toDate(input, tzid, start)),
    inWords: ruleText(rule, startsAt, endsAt, dates.length),
  });
}
