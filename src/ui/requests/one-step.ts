import { t } from '@/contracts/language/translate';
import type { ChangeBody } from '@/contracts/requests/change';
import type { DatePatchBody } from '@/contracts/requests/patch';
import type { DateView } from '@/contracts/requests/request-view';
import type { SeriesAlternativeView } from '@/contracts/alternatives/alternatives';
import { countText } from '@/contracts/words/when';
import type { WaysFound } from '@/ui/alternatives/use-alternatives';

/** Another place or time for one date. */
export interface Way {
  readonly sentence: string;
  readonly patch: DatePatchBody;
}

/** A date that cannot stay where it was asked for, what it could have, and what was chosen; null leaves it waiting. */
export interface Elsewhere {
  readonly date: DateView;
  readonly ways: readonly Way[];
  readonly chosen: Way | null;
}

/** What was chosen otherwise than the first way, by date. */
export type Choices = ReadonlyMap<number, Way | null>;

const mayWait = ({ state, isPast }: DateView): boolean => state === 'waiting' && !isPast;

/** Dates that can be approved where they are: nobody has said no, and nothing else is offered that is still to be answered. */
export const approvable = (dates: readonly DateView[]): DateView[] =>
  dates.filter(
    (date) =>
      mayWait(date) &&
      date.verdict !== 'conflict' &&
      date.places !== '' &&
      date.proposal === null &&
      !date.isUnapprovable &&
      !date.isConsentRefused,
  );

/** Dates that clash and have an alternative by which nothing has to be hired, each with the one that changes least. */
export function elsewhereOf(
  dates: readonly DateView[],
  found: Pick<WaysFound, 'dates'>,
  choices: Choices,
): Elsewhere[] {
  const waysOf = new Map(
    found.dates.map(({ occurrence, best, others }) => [
      occurrence,
      [...best, ...others].filter(({ hire }) => hire === null),
    ]),
  );
  return dates.flatMap((date) => {
    const ways: readonly Way[] = waysOf.get(date.id) ?? [];
    if (!mayWait(date) || date.verdict !== 'conflict' || !ways.length) return [];
    const picked = choices.get(date.id);
    const isNew = picked && !ways.some(({ patch }) => isSame(patch, picked.patch));
    return [
      {
        date,
        ways: isNew ? [picked, ...ways] : ways,
        chosen: picked === undefined ? ways[0]! : picked,
      },
    ];
  });
}

export const isSame = (a: DatePatchBody, b: DatePatchBody): boolean =>
  JSON.stringify(a) === JSON.stringify(b);

/** One way for the whole series, as choices for its dates. */
export const choicesOf = ({ changes }: SeriesAlternativeView): Choices =>
  new Map(
    changes.flatMap(({ occurrence, sentence, patch }) =>
      occurrence === null ? [] : [[occurrence, { sentence, patch }] as const],
    ),
  );

export interface OneStep {
  readonly step: ChangeBody['step'];
  readonly occurrences: readonly number[];
}

/** Approving where that is possible and giving the others what was chosen, as one step; null where nothing would be done. */
export function oneStep(
  asked: readonly DateView[],
  elsewhere: readonly Elsewhere[],
  until: string,
  reason: string,
): OneStep | null {
  const moved = elsewhere.flatMap(({ date, chosen }) =>
    chosen ? [{ occurrence: date.id, patch: chosen.patch }] : [],
  );
  const occurrences = [...asked.map(({ id }) => id), ...moved.map(({ occurrence }) => occurrence)];
  if (!occurrences.length) return null;
  return {
    step: moved.length
      ? { action: 'approve-or-move', each: moved, until, reason }
      : { action: 'approve', reason },
    occurrences,
  };
}

/** “Approve 24, and 6 elsewhere”: outright where the requester takes another space, else as an offer. */
export function sayOneStep(asked: number, moved: number, isOutright: boolean): string {
  const approve = asked > 0 ? t`approve ${countText(asked, 'date', 'dates')}` : '';
  const move =
    moved === 0 ? '' : isOutright ? t`approve ${moved} elsewhere` : t`offer ${moved} something else`;
  const words = [approve, approve && isOutright ? move.replace('approve ', '') : move]
    .filter(Boolean)
    .join(t`, and `);
  return words.charAt(0).toUpperCase() + words.slice(1);
}
