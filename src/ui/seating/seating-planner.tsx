'use client';
import { useEffect, useState } from 'react';
import { LAYOUTS, wheelchairPlaces, type Layout } from '@/core/seating/capacity';
import type { PlanWishes } from '@/core/seating/plan/plan-seating';
import { SIDES, type Side } from '@/core/seating/plan/room';
import { planHref, type PlanQuery, type SpaceFloor } from '@/contracts/seating';
import { LAYOUT_WORDS } from '@/contracts/words/findings';
import { sayFurniture, sayMinutes, sayPlaces, sayRules, SIDE_WORDS } from '@/contracts/words/seating';
import { PlanDrawing } from './plan-drawing';
import { usePlan } from './use-plan';

const USUAL_STAGE = { widthMm: 4000, depthMm: 2000 } as const;
const MOST_PEOPLE = 600;

interface Fields {
  readonly people: number;
  readonly layout: Layout;
  readonly wheelchairs: number;
  readonly round: '8' | '10';
  readonly front: Side | '';
  readonly hasStage: boolean;
}

const fieldsOf = (query: PlanQuery, { layouts }: SpaceFloor): Fields => {
  const first = layouts[0];
  return {
    people: query.people ?? first?.seats ?? 40,
    layout: query.layout ?? first?.layout ?? 'theatre',
    wheelchairs: query.wheelchairs ?? 0,
    round: query.round ?? '8',
    front: query.front ?? '',
    hasStage: query.stage === '1',
  };
};

const wishesOf = ({ people, layout, wheelchairs, round, front, hasStage }: Fields): PlanWishes => ({
  people,
  layout,
  wheelchairs: Math.min(wheelchairs, people),
  roundSize: round === '10' ? 10 : 8,
  front: front || null,
  stage: hasStage ? USUAL_STAGE : null,
});

const queryOf = ({ people, layout, wheelchairs, round, front, hasStage }: Fields): PlanQuery => ({
  people,
  layout,
  ...(wheelchairs > 0 && { wheelchairs }),
  ...(round === '10' && { round }),
  ...(front && { front }),
  ...(hasStage && { stage: '1' as const }),
});

/** A whole number as typed, kept within its bounds. */
const within = (text: string, least: number, most: number): number =>
  Math.min(most, Math.max(least, Math.round(Number(text)) || least));

interface PlannerProps {
  readonly floor: SpaceFloor;
  readonly query: PlanQuery;
}

/** Tries out how a space could be set: the plan follows the hand, worked out beside the page. */
export function SeatingPlanner({ floor, query }: PlannerProps) {
  const [fields, setFields] = useState(() => fieldsOf(query, floor));
  const set = (part: Partial<Fields>) => setFields((before) => ({ ...before, ...part }));
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
      <form
        className="sheet grid gap-3 p-4"
        aria-label="How it is to be set"
        onSubmit={(event) => event.preventDefault()}
      >
        <label>
          <span className="font-semibold">Set with</span>
          <select
            className="field"
            value={fields.layout}
            onChange={({ target }) => set({ layout: target.value as Layout })}
          >
            <optgroup label="Usual here">
              {offered.map((layout) => (
                <option key={layout} value={layout}>
                  {LAYOUT_WORDS[layout]}
                </option>
              ))}
            </optgroup>
            <optgroup label="Others">
              {others.map((layout) => (
                <option key={layout} value={layout}>
                  {LAYOUT_WORDS[layout]}
                </option>
              ))}
            </optgroup>
          </select>
        </label>
        <div>
          <label>
            <span className="font-semibold">People</span>
            <input
              className="field"
              type="number"
              min={1}
              max={5000}
              value={fields.people}
              onChange={({ target }) => set({ people: within(target.value, 1, 5000) })}
            />
          </label>
          <input
            type="range"
            aria-label="People, by dragging"
            className="h-6 w-full accent-(--accent)"
            min={1}
            max={MOST_PEOPLE}
            value={Math.min(fields.people, MOST_PEOPLE)}
            onChange={({ target }) => set({ people: Number(target.value) })}
          />
        </div>
        <div>
          <label>
            <span className="font-semibold">In wheelchairs</span>
            <input
              className="field"
              type="number"
              min={0}
              max={500}
              value={fields.wheelchairs}
              aria-describedby="usual-wheelchairs"
              onChange={({ target }) => set({ wheelchairs: within(target.value, 0, 500) })}
            />
          </label>
          <p id="usual-wheelchairs" className="text-[0.92rem] text-soft">
            Of {fields.people} seats {wanted} are usual (ADA table 221.2.1.1).
          </p>
        </div>
        {hasRounds && (
          <label>
            <span className="font-semibold">Tables of</span>
            <select
              className="field"
              value={fields.round}
              onChange={({ target }) => set({ round: target.value as Fields['round'] })}
            >
              <option value="8">eight, 1.5 m across</option>
              <option value="10">ten, 1.8 m across</option>
            </select>
          </label>
        )}
        <label>
          <span className="font-semibold">Facing the</span>
          <select
            className="field"
            value={fields.front}
            onChange={({ target }) => set({ front: target.value as Side | '' })}
          >
            <option value="">wall that seats the most</option>
            {SIDES.map((side) => (
              <option key={side} value={side}>
                {SIDE_WORDS[side]}
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="size-5 accent-(--accent)"
            checked={fields.hasStage}
            onChange={({ target }) => set({ hasStage: target.checked })}
          />
          A stage of 4 × 2 m
        </label>
      </form>
      <section aria-label="Plan" className="sheet p-4">
        <div role="status" aria-busy={isBehind}>
          {plan ? (
            <>
              <p className={`text-lg font-semibold ${plan.short ? 'text-clash' : ''}`}>{sayPlaces(plan)}</p>
              <p>
                {sayFurniture(plan) && `${sayFurniture(plan)}. `}
                {sayMinutes(plan)}
              </p>
            </>
          ) : (
            <p className="text-soft">Setting the room …</p>
          )}
        </div>
        <PlanDrawing room={floor.room} plan={plan} name={floor.name} />
        {plan && <p className="text-[0.92rem] text-soft">{sayRules(plan)}</p>}
        {!floor.isMeasured && (
          <p className="text-[0.92rem] text-soft">
            Its sides were never measured: drawn from its area, as three to two, without doors or columns.
          </p>
        )}
      </section>
    </div>
  );
}
