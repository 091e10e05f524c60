import { t } from '@/contracts/language/translate';
import type { Side } from '@/core/checks/rules/rule';
import type { ClaimDraft } from '@/core/changes/plan-date';
import type { AlternativeCost, AlternativeKind, SpaceSwap } from '@/core/alternatives/alternative';
import type { EquipmentTypeId, ResourceId, SpaceId } from '@/core/ids';
import { dateOf } from '@/core/time/local-time';
import { setText } from './layouts';
import { listText } from './rule';
import { countText, dayShort, lengthText, sayTime } from './when';

/** The names an alternative is told with. */
export interface AlternativeNames {
  place(space: SpaceId): string;
  equipment(type: EquipmentTypeId): string;
  unit(resource: ResourceId): string;
}

/** An alternative as far as it is told: where the date would be, and what that costs. */
export interface ToldAlternative {
  readonly kind: AlternativeKind;
  readonly cost: AlternativeCost;
  readonly draft: Pick<ClaimDraft, 'startLocal' | 'endLocal'>;
  /** Spaces of the date as it would be. */
  readonly spaces: readonly SpaceId[];
}

const DAY_MIN = 1440;

const hoursText = ({ startLocal, endLocal }: ToldAlternative['draft']): string =>
  `${sayTime(startLocal)}–${sayTime(endLocal)}`;

/** `30 minutes later`, `2 hours earlier`. */
export const shiftText = (minutes: number): string =>
  `${lengthText(Math.abs(minutes))} ${minutes > 0 ? t`later` : t`earlier`}`;

const daysText = (minutes: number): string => {
  const days = Math.abs(Math.round(minutes / DAY_MIN));
  return `${days === 1 ? t`a day` : t`${days} days`} ${minutes > 0 ? t`later` : t`earlier`}`;
};

const swapText = ({ from, to }: SpaceSwap, names: AlternativeNames): string =>
  t`${names.place(to)} instead of ${names.place(from)}`;

const placesText = (spaces: readonly SpaceId[], names: AlternativeNames): string =>
  spaces.length ? listText(spaces.map((space) => names.place(space))) : t`The same`;

const withFix = (sentence: string, { cost }: ToldAlternative, names: AlternativeNames): string => {
  const { fewer, unit, substitute } = cost;
  const fixes = [
    fewer && `${fewer.quantity} × ${names.equipment(fewer.typeId)}`,
    unit && names.unit(unit.to),
    substitute &&
      t`${substitute.quantity} × ${names.equipment(substitute.byTypeId)} for the missing ${names.equipment(substitute.typeId)}`,
  ].filter(Boolean);
  return fixes.length ? t`${sentence}, with ${fixes.join(t` and `)}.` : `${sentence}.`;
};

type Say = (alternative: ToldAlternative, names: AlternativeNames, side: Side) => string;

const SENTENCES: Readonly<Record<AlternativeKind, Say>> = {
  'other-space': (alternative, names) =>
    withFix(
      t`${alternative.cost.swaps.map((swap) => swapText(swap, names)).join('; ')}, at the same time`,
      alternative,
      names,
    ),
  'other-time': ({ draft, spaces, cost }, names) =>
    `${placesText(spaces, names)} ${cost.shiftMin === 0 ? t`by whole periods` : shiftText(cost.shiftMin)}: ${hoursText(draft)}.`,
  'other-day': ({ draft, spaces, cost }, names) =>
    t`${placesText(spaces, names)} ${daysText(cost.shiftMin)}, on ${dayShort(dateOf(draft.startLocal))} at the same hours.`,
  fewer: ({ cost: { fewer } }, names) =>
    t`${fewer!.quantity} × ${names.equipment(fewer!.typeId)} instead of ${fewer!.quantity + fewer!.less}.`,
  'other-unit': ({ cost: { unit } }, names) =>
    t`${names.unit(unit!.to)} instead of ${names.unit(unit!.from)}.`,
  substitute: ({ cost: { substitute } }, names) =>
    t`${substitute!.quantity} × ${names.equipment(substitute!.byTypeId)} for the missing ${substitute!.quantity} × ${names.equipment(substitute!.typeId)}.`,
  'hire-in': ({ cost: { hire } }, names) =>
    t`Hire in ${hire!.quantity} × ${names.equipment(hire!.typeId)} for the day.`,
  'when-back': ({ draft, spaces }, names) =>
    t`${placesText(spaces, names)} on ${dayShort(dateOf(draft.startLocal))}, ${hoursText(draft)}, when everything is back.`,
  'other-layout': (alternative, names) =>
    withFix(
      alternative.cost.layouts
        .map(({ spaceId, layout }) => `${names.place(spaceId)} ${setText(layout)}`)
        .join('; '),
      alternative,
      names,
    ),
  'space-and-time': ({ cost: { swaps, shiftMin }, draft }, names) =>
    `${swaps.map((swap) => swapText(swap, names)).join('; ')}, ${shiftText(shiftMin)}: ${hoursText(draft)}.`,
};

/** What would be done, in one sentence. */
export const sayAlternative = (alternative: ToldAlternative, names: AlternativeNames, side: Side): string =>
  SENTENCES[alternative.kind](alternative, names, side);

const seatsText = (more: number): string =>
  more > 0
    ? t`${countText(more, 'more seat', 'more seats')} empty`
    : more < 0
      ? t`${countText(-more, 'seat', 'seats')} fewer empty`
      : t`as many seats`;

function swapCosts({ buildingsAway, isOtherLayout, layout, moreEmpty }: SpaceSwap): string[] {
  return [
    buildingsAway ? t`another building` : t`the same building`,
    ...(isOtherLayout ? [setText(layout)] : []),
    seatsText(moreEmpty),
  ];
}

/** What it costs, each in a few words; that nothing else changes goes without saying. Empty where it costs nothing. */
export function sayCosts({ kind, cost }: Pick<ToldAlternative, 'kind' | 'cost'>): string[] {
  const time = kind === 'when-back' ? [shiftText(cost.shiftMin)] : [];
  return [
    ...time,
    ...cost.swaps.flatMap(swapCosts),
    ...cost.layouts.map(({ moreEmpty }) => seatsText(moreEmpty)),
    ...(cost.hire ? [t`what is hired costs money`] : []),
  ];
}

/** How an alternative of a whole series is told. */
export interface ToldSeries {
  readonly kind: 'one-space' | 'one-time' | 'mixture';
  /** Dates it changes. */
  readonly dates: number;
  readonly left: number;
  readonly changesOfSpace: number;
  /** What is done to the first date it changes; and to all of them, where they are changed alike. */
  readonly first: ToldAlternative;
  readonly isUniform: boolean;
}

/** What a way for a series changes, in one sentence. */
export function saySeriesAlternative(
  { kind, dates, first, left, isUniform }: ToldSeries,
  names: AlternativeNames,
  side: Side,
): string {
  const rest = left
    ? left === 1
      ? t` 1 date would still have its trouble.`
      : t` ${left} dates would still have their trouble.`
    : '';
  switch (kind) {
    case 'one-space':
      return t`${first.cost.swaps.map((swap) => swapText(swap, names)).join('; ')} on all ${dates} dates that are in trouble.${rest}`;
    case 'one-time': {
      const { shiftMin } = first.cost;
      const isDay = shiftMin % DAY_MIN === 0;
      return t`All ${dates} dates ${isDay ? daysText(shiftMin) : `${shiftText(shiftMin)}: ${hoursText(first.draft)}`}.${rest}`;
    }
    case 'mixture':
      if (isUniform) {
        const days = countText(dates, 'date that is in trouble', 'dates that are in trouble');
        return t`On the ${days}: ${ofSeveral(first, names, side)}${rest}`;
      }
      return t`Each of ${countText(dates, 'date', 'dates')} at the alternative that suits it best.${rest}`;
  }
}

/** Said of several dates at once, no single day is named. */
const ofSeveral = (alternative: ToldAlternative, names: AlternativeNames, side: Side): string =>
  alternative.kind === 'other-day'
    ? t`${placesText(alternative.spaces, names)} ${daysText(alternative.cost.shiftMin)}, at the same hours.`
    : sayAlternative(alternative, names, side);

/** What it costs, a line each; empty where it costs nothing. */
export function saySeriesCosts({ kind, changesOfSpace, first, isUniform }: ToldSeries): string[] {
  if (kind === 'one-time') return [t`in the same spaces`];
  return [
    ...(isUniform ? sayCosts(first) : []),
    changesOfSpace
      ? t`the space changes ${changesOfSpace === 1 ? t`once` : t`${changesOfSpace} times`} along the series`
      : t`one space all along`,
  ];
}

/** What the bound left unlooked at; null where all was looked at. */
export const sayCut = (candidates: number): string | null =>
  candidates
    ? t`${countText(candidates, 'more thing', 'more things')} that might have done ${candidates === 1 ? t`was` : t`were`} not looked at.`
    : null;

/** Dates that were left out of the search. Null where everything was. */
export function sayNotLookedAt({
  troubled,
  most,
  notWeighed,
}: {
  readonly troubled: number;
  readonly most: number;
  readonly notWeighed: number;
}): string | null {
  const parts = [
    troubled > most && t`Only the first ${most} of ${troubled} dates in trouble were looked at.`,
    notWeighed > 0 &&
      t`${countText(notWeighed, 'date of the series was', 'dates of the series were')} not weighed with the others.`,
  ];
  return parts.filter(Boolean).join(' ') || null;
}

/** Nothing was found. The office's contact is null where there is nobody to ask; then the sentence names none. */
export const sayNoWay = (side: Side, office: string | null): string =>
  side === 'office'
    ? t`No free alternative was found near the request. Offer something further away, or less.`
    : t`No free alternative was found near your request. Send it all the same and say what matters most${office ? t`, or ask ${office}` : ''}.`;

/**
 * Two who want one place: this date and another; which of them moves with less harm. Null where only one of them can
 * be served.
 */
export function sayBoth(moves: 'first' | 'second' | null, title: string, canEither: boolean): string {
  if (moves === null) return t`Only one of the two is possible: this date or “${title}”.`;
  const mover = moves === 'first' ? t`this date moves` : t`“${title}” moves`;
  return canEither
    ? t`Both are possible, if either moves; the smaller change is where ${mover}.`
    : t`Both can be served where ${mover}.`;
}

/** Several who want one place, all served; `moved` of them elsewhere. */
export const sayShared = (count: number, moved: number): string =>
  t`All ${count} can be served at the time they asked for${moved ? t`, ${moved === 1 ? t`one` : moved} of them elsewhere` : ''}.`;

/** Where one of them goes. */
export const sayPlacement = (title: string, place: string, isMoved: boolean): string =>
  isMoved ? t`“${title}” in ${place}` : t`“${title}” stays in ${place}`;
