import type { Finding } from '@/core/checks/findings';
import type { Side } from '@/core/checks/rules/rule';
import { severityOf } from '@/core/checks/findings';
import type { WorldSnapshot } from '@/core/checks/world';
import type { NearWorld } from '@/core/alternatives/near-world';
import type { DateInTrouble, Alternatives } from '@/core/alternatives/of-date';
import { isUniform, type SeriesAlternative } from '@/core/alternatives/of-series';
import type { Candidate, Alternative } from '@/core/alternatives/alternative';
import { toLocal } from '@/core/time/zone';
import { toPatchBody } from '@/contracts/requests/patch-body';
import {
  MOST_DRAWN,
  type DateAlternatives,
  type SeriesAlternativeView,
  type AlternativeView,
} from '@/contracts/alternatives/alternatives';
import {
  sayCosts,
  sayCut,
  sayNoWay,
  sayAlternative,
  saySeriesCosts,
  saySeriesAlternative,
} from '@/contracts/words/alternatives';
import { spanText } from '@/contracts/words/when';
import type { Context } from '../../context/context';
import type { Reader } from '../../db/connection';
import type { Names } from '../../repositories/names';
import { drawnDate } from '../checks/drawn-date';
import { speakerFor } from '../checks/verdicts';
import { loaded, at } from '@/core/lists';

/** Who is told, and in what world. */
export interface Teller {
  readonly reader: Reader;
  readonly viewer: Context['viewer'];
  readonly names: Names;
  readonly side: Side;
  readonly near: NearWorld;
  readonly world: WorldSnapshot;
  /** Whom to ask, for requesters; null where the office has no name. */
  readonly office: string | null;
}

const told = ({ kind, cost, draft }: Candidate) => ({
  kind,
  cost,
  draft,
  spaces: draft.content.spaces.map(({ spaceId }) => spaceId),
});

function hireOf({ cost, draft }: Alternative, { near, world }: Teller): AlternativeView['hire'] {
  if (!cost.hire) return null;
  const { typeId, quantity, from, to } = near.hireFor(cost.hire.typeId, cost.hire.quantity, draft.content);
  return { typeId, quantity, from: toLocal(from, world.tzid), to: toLocal(to, world.tzid) };
}

const isTold = (finding: Finding, side: Side): boolean => severityOf(finding.facts, side) !== 'blocks';

/** Alternatives as they are sent, with what is still to be said of each. */
export async function tellAlternatives(
  alternatives: readonly Alternative[],
  teller: Teller,
): Promise<AlternativeView[]> {
  const { reader, viewer, names, side, world } = teller;
  const findings = alternatives.flatMap((alternative) =>
    alternative.findings.filter((each) => isTold(each, side)),
  );
  const speaker = await speakerFor(reader, viewer, world, findings, side, names);
  return alternatives.map((alternative) => ({
    kind: alternative.kind,
    sentence: sayAlternative(told(alternative), names, side),
    costs: sayCosts(alternative),
    verdict: alternative.verdict,
    notes: [
      ...new Set(
        alternative.findings.filter((each) => isTold(each, side)).map((finding) => speaker.say(finding)),
      ),
    ],
    patch: toPatchBody(alternative.patch),
    hire: hireOf(alternative, teller),
    drawn: drawnDate(alternative.draft, names.place),
  }));
}

export async function tellDate(
  { date, draft }: DateInTrouble,
  occurrence: number | null,
  { best, others, cut }: Alternatives,
  teller: Teller,
): Promise<DateAlternatives> {
  return {
    key: date.key,
    occurrence,
    when: spanText(draft.startLocal, draft.endLocal),
    now: drawnDate(draft, teller.names.place),
    best: await tellAlternatives(best, teller),
    others: await tellAlternatives(others, teller),
    none: best.length ? null : sayNoWay(teller.side, teller.office),
    cut: sayCut(cut.candidates),
  };
}

export const tellSeries = (
  alternative: SeriesAlternative,
  dates: readonly DateInTrouble[],
  occurrenceOf: (key: string) => number | null,
  { names, side }: Teller,
): SeriesAlternativeView => {
  const { kind, changes, left, changesOfSpace } = alternative;
  const draftOf = loaded(
    'date',
    dates.map(({ date, draft }) => [date.key, draft] as const),
  );
  const first = told(at(changes, 0).candidate);
  const whole = {
    kind,
    dates: changes.length,
    left,
    changesOfSpace,
    first,
    isUniform: isUniform(alternative),
  };
  return {
    kind,
    sentence: saySeriesAlternative(whole, names, side),
    costs: saySeriesCosts(whole),
    changes: changes.map(({ key, candidate }, index) => ({
      key,
      occurrence: occurrenceOf(key),
      sentence: `${spanText(candidate.draft.startLocal, candidate.draft.endLocal)}: ${sayAlternative(told(candidate), names, side)}`,
      patch: toPatchBody(candidate.patch),
      drawn:
        index < MOST_DRAWN
          ? { now: drawnDate(draftOf(key), names.place), then: drawnDate(candidate.draft, names.place) }
          : null,
    })),
  };
};
