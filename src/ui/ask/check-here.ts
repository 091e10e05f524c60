import { t } from '@/contracts/language/translate';
import { checkDates, findingsByDate } from '@/core/checks/check';
import { severityOf, verdictOf, type Finding } from '@/core/checks/findings';
import type { Side } from '@/core/checks/rules/rule';
import type { EquipmentTypeId, SpaceId } from '@/core/ids';
import type { KitItem } from '@/core/equipment/kits';
import { addDays, dateOf, type LocalDate } from '@/core/time/local-time';
import { checkSchema, type CheckBody, type CheckInput, type CheckReply } from '@/contracts/requests/ask';
import type { AskChoices } from '@/contracts/requests/ask-choices';
import { datesAsked, type AskedDate } from '@/contracts/requests/asked-dates';
import type { Surroundings } from '@/contracts/requests/surroundings';
import { MOST_SURROUNDING_DAYS, MOST_SURROUNDING_SPACES } from '@/contracts/requests/surroundings';
import { sayFinding, sayVerdicts } from '@/contracts/words/findings';
import { spanText } from '@/contracts/words/when';

/** What the form has loaded: the surroundings, and which days, spaces and kinds of equipment they cover. */
export interface Loaded {
  readonly from: LocalDate;
  readonly to: LocalDate;
  readonly spaceIds: readonly number[];
  readonly typeIds: readonly number[];
  readonly surroundings: Surroundings;
}

/** What of the choices the check needs: names and layouts. */
export type CheckChoices = Pick<AskChoices, 'spaces' | 'equipment'>;

/** Days around a date that are loaded with it: the way a hesitating hand goes. */
const AROUND_DAYS = 10;

/** Every space that some date is asked for in. */
const spacesIn = ({ spaces, overrides }: CheckInput): SpaceId[] => [
  ...new Set([
    ...spaces.map(({ spaceId }) => spaceId),
    ...overrides.flatMap(({ patch }) => patch.spaces?.map(({ to }) => to) ?? []),
  ]),
];

/** What to load for a form; null while it cannot be read. */
export function wantedSurroundings(body: CheckBody) {
  const parsed = checkSchema.safeParse(body);
  if (!parsed.success) return null;
  const { when, equipment } = parsed.data;
  const from = addDays(dateOf(when.startsAt), -AROUND_DAYS);
  const to = addDays(from, MOST_SURROUNDING_DAYS);
  return {
    from,
    to,
    spaceIds: spacesIn(parsed.data).slice(0, MOST_SURROUNDING_SPACES),
    typeIds: equipment.map(({ typeId }) => typeId),
  };
}

const isInside = (loaded: Loaded, dates: readonly AskedDate[]): boolean =>
  // A day to either side is left for bands, fetching and returning.
  dates.every(
    ({ start, end }) => addDays(dateOf(start), -1) >= loaded.from && addDays(dateOf(end), 1) <= loaded.to,
  );

function sentenceOf({ facts, spaceId }: Finding, choices: CheckChoices, tzid: string, side: Side): string {
  return sayFinding(facts, {
    tzid,
    side,
    place: choices.spaces.find(({ id }) => id === spaceId)?.name ?? '',
    equipment:
      'typeId' in facts
        ? (choices.equipment.find(({ id }) => id === facts.typeId)?.name ?? t`This equipment`)
        : '',
    collider: null,
  });
}

/**
 * The verdict by the same core on the same type, here and now; null where what is loaded does not cover the form. The
 * server's, which knows names, crews and audiences, takes its place when it comes.
 */
export function checkHere(
  body: CheckBody,
  loaded: Loaded,
  choices: CheckChoices,
  side: Side,
): CheckReply | null {
  const parsed = checkSchema.safeParse(body);
  if (!parsed.success) return null;
  const input = parsed.data;
  const { world, requester, kits } = loaded.surroundings;
  const isLoaded =
    spacesIn(input).every((spaceId) => loaded.spaceIds.includes(spaceId)) &&
    input.equipment.every(({ typeId }) => loaded.typeIds.includes(typeId));
  if (!isLoaded) return null;
  const contentsOf = (type: EquipmentTypeId): KitItem[] => kits.filter(({ kit }) => kit === type);
  const asked = datesAsked(input, {
    tzid: world.tzid,
    now: requester.now,
    horizonMonths: world.horizonMonths ?? 24,
    contentsOf,
    offersOf: (space) => choices.spaces.find(({ id }) => id === space)?.layouts ?? [],
  });
  if (!asked.ok || asked.value.isEndless || !isInside(loaded, asked.value.dates)) return null;
  const { dates, inWords, notes } = asked.value;
  const byDate = findingsByDate(dates, checkDates(dates, world, { requester }));
  const verdicts = dates.map(({ key }) => verdictOf(byDate.get(key)!, side));
  const count = (verdict: CheckReply['dates'][number]['verdict']) =>
    verdicts.filter((each) => each === verdict).length;
  return {
    inWords,
    notes,
    summary: sayVerdicts({ clear: count('clear'), warning: count('warning'), conflict: count('conflict') }),
    dates: dates.map(({ key, start, end }, index) => ({
      key,
      when: spanText(start, end),
      verdict: verdicts[index]!,
      findings: byDate.get(key)!.map((finding) => ({
        rule: finding.facts.rule,
        severity: severityOf(finding.facts, side),
        sentence: sentenceOf(finding, choices, world.tzid, side),
      })),
    })),
  };
}
