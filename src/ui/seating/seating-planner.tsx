'use client';
import { t } from '@/contracts/language/translate';
import { useEffect, useState } from 'react';
import { LAYOUTS } from '@/core/seating/layouts';
import { wheelchairPlaces } from '@/core/seating/capacity';
import { planHref, type OwnLayout, type PlanQuery, type SpaceFloor } from '@/contracts/calendar/seating';
import { sayFurniture, sayMinutes, sayPlaces, sayRules } from '@/contracts/words/seating';
import { OwnLayouts } from './own-layouts';
import { PlanDrawing } from './plan-drawing';
import { fieldsOf, queryOf, wishesOf, type PlanFields } from './plan-fields';
import { usePlan } from './use-plan';
import { PlanForm } from '@/ui/seating/plan-form';

interface PlanSheetProps {
  readonly isBehind: boolean;
  readonly plan: ReturnType<typeof usePlan>['plan'];
  readonly floor: SpaceFloor;
}

/** The plan with what it seats, what it takes and by which rules. */
const PlanSheet = ({ isBehind, plan, floor }: PlanSheetProps) => (
  <section aria-label={t`Plan`} className="sheet p-4">
    <div role="status" aria-busy={isBehind}>
      {plan ? (
        <>
          <p className={`text-lg font-semibold ${plan.short ? 'text-conflict' : ''}`}>{sayPlaces(plan)}</p>
          <p>
            {sayFurniture(plan) && `${sayFurniture(plan)}. `}
            {sayMinutes(plan)}
          </p>
        </>
      ) : (
        <p className="text-soft">{t`Setting the room …`}</p>
      )}
    </div>
    <PlanDrawing room={floor.room} plan={plan} name={floor.name} />
    {plan && <p className="text-note text-soft">{sayRules(plan)}</p>}
    {!floor.isMeasured && (
      <p className="text-note text-soft">{t`Its sides were never measured: drawn from its area, as three to two, without doors or columns.`}</p>
    )}
  </section>
);

interface PlannerProps {
  readonly floor: SpaceFloor;
  readonly query: PlanQuery;
  readonly own: readonly OwnLayout[];
  /** Whether the viewer keeps ways to set rooms for the house. */
  readonly mayKeep: boolean;
}

/** Tries out how a space could be set: the plan follows the hand, worked out beside the page. */
export function SeatingPlanner({ floor, query, own, mayKeep }: PlannerProps) {
  const [fields, setFields] = useState(() => fieldsOf(query, floor));
  const set = (part: Partial<PlanFields>) => setFields((before) => ({ ...before, ...part }));
  const { plan, isBehind } = usePlan(floor.room, wishesOf(fields));
  const address = planHref(floor.code, queryOf(fields));
  useEffect(() => {
    const timer = setTimeout(() => window.history.replaceState(null, '', address), 400);
    return () => clearTimeout(timer);
  }, [address]);
  const offered = floor.layouts.map(({ layout }) => layout);
  const others = LAYOUTS.filter((layout) => !offered.includes(layout));
  const hasRounds = fields.layout === 'rounds' || fields.layout === 'cabaret';
  const wanted = wheelchairPlaces(fields.people);
  return (
    <div className="grid items-start gap-5 lg:grid-cols-[19rem_minmax(0,1fr)]">
      <div className="sheet grid gap-3 p-4">
        <PlanForm
          fields={fields}
          set={set}
          offered={offered}
          others={others}
          wanted={wanted}
          hasRounds={hasRounds}
        />
        <OwnLayouts
          own={own}
          query={queryOf(fields)}
          mayKeep={mayKeep}
          onTake={(taken) => {
            const { people, wheelchairs } = fields;
            setFields(fieldsOf({ ...taken, people, wheelchairs }, floor));
          }}
        />
      </div>
      <PlanSheet isBehind={isBehind} plan={plan} floor={floor} />
    </div>
  );
}
