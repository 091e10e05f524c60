'use client';
import { Disclosure } from '@/ui/kit/disclosure';
import { Checkbox, NumberField, Select, TextField } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useEffect, useState } from 'react';
import { LAYOUTS, type Layout } from '@/core/seating/layouts';
import { wheelchairPlaces } from '@/core/seating/capacity';
import { SIDES, type Side } from '@/core/seating/plan/room';
import { planHref, type OwnLayout, type PlanQuery, type SpaceFloor } from '@/contracts/calendar/seating';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { sayFurniture, sayMinutes, sayPlaces, sayRules, SIDE_WORDS } from '@/contracts/words/seating';
import { OwnLayouts } from './own-layouts';
import { PlanDrawing } from './plan-drawing';
import { fieldsOf, queryOf, wishesOf, type PlanFields } from './plan-fields';
import { usePlan } from './use-plan';
import { Form } from '@/ui/kit/form';

const MOST_PEOPLE = 600;

/** A whole number as typed, kept within its bounds. */
const within = (text: string, least: number, most: number): number =>
  Math.min(most, Math.max(least, Math.round(Number(text)) || least));

interface LengthProps {
  readonly label: string;
  readonly hint: string;
  readonly value: string;
  onChange(value: string): void;
}

const Length = ({ label, hint, value, onChange }: LengthProps) => (
  <label>
    <span className="font-semibold">{t`${label}, m`}</span>
    <TextField
      inputMode="decimal"
      placeholder={hint}
      value={value}
      onChange={({ target }) => onChange(target.value)}
    />
  </label>
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
        <Form
          className="grid gap-3"
          aria-label={t`How it is to be set`}
          onSubmit={(event) => event.preventDefault()}
        >
          <label>
            <span className="font-semibold">{t`Set with`}</span>
            <Select value={fields.layout} onChange={({ target }) => set({ layout: target.value as Layout })}>
              <optgroup label={t`Usual here`}>
                {offered.map((layout) => (
                  <option key={layout} value={layout}>
                    {LAYOUT_WORDS[layout]}
                  </option>
                ))}
              </optgroup>
              <optgroup label={t`Others`}>
                {others.map((layout) => (
                  <option key={layout} value={layout}>
                    {LAYOUT_WORDS[layout]}
                  </option>
                ))}
              </optgroup>
            </Select>
          </label>
          <div>
            <label>
              <span className="font-semibold">{t`People`}</span>
              <NumberField
                min={1}
                max={5000}
                value={fields.people}
                onChange={({ target }) => set({ people: within(target.value, 1, 5000) })}
              />
            </label>
            <input
              type="range"
              aria-label={t`People, by dragging`}
              className="h-6 w-full accent-(--accent)"
              min={1}
              max={MOST_PEOPLE}
              value={Math.min(fields.people, MOST_PEOPLE)}
              onChange={({ target }) => set({ people: Number(target.value) })}
            />
          </div>
          <div>
            <label>
              <span className="font-semibold">{t`In wheelchairs`}</span>
              <NumberField
                min={0}
                max={500}
                value={fields.wheelchairs}
                aria-describedby="usual-wheelchairs"
                onChange={({ target }) => set({ wheelchairs: within(target.value, 0, 500) })}
              />
            </label>
            <p
              id="usual-wheelchairs"
              className="text-note text-soft"
            >{t`Of ${fields.people} seats ${wanted} are usual (ADA table 221.2.1.1).`}</p>
          </div>
          {hasRounds && (
            <label>
              <span className="font-semibold">{t`Tables of`}</span>
              <Select
                value={fields.round}
                onChange={({ target }) => set({ round: target.value as PlanFields['round'] })}
              >
                <option value="8">{t`eight, 1.5 m across`}</option>
                <option value="10">{t`ten, 1.8 m across`}</option>
              </Select>
            </label>
          )}
          <label>
            <span className="font-semibold">{t`Facing the`}</span>
            <Select value={fields.front} onChange={({ target }) => set({ front: target.value as Side | '' })}>
              <option value="">{t`wall that seats the most`}</option>
              {SIDES.map((side) => (
                <option key={side} value={side}>
                  {SIDE_WORDS[side]}
                </option>
              ))}
            </Select>
          </label>
          <label className="flex items-center gap-2">
            <Checkbox
              checked={fields.hasStage}
              onChange={({ target }) => set({ hasStage: target.checked })}
            />
            {t`A stage`}
          </label>
          {fields.hasStage && (
            <div className="grid grid-cols-2 gap-2">
              <Length
                label={t`Stage, across`}
                hint="4"
                value={fields.stageWidth}
                onChange={(stageWidth) => set({ stageWidth })}
              />
              <Length
                label={t`Stage, deep`}
                hint="2"
                value={fields.stageDepth}
                onChange={(stageDepth) => set({ stageDepth })}
              />
            </div>
          )}
          <Disclosure
            summary={t`Wider than published`}
            open={Boolean(fields.aisle || fields.between || fields.row)}
          >
            <div className="grid grid-cols-2 gap-2">
              <Length
                label={t`Aisles`}
                hint="1.1"
                value={fields.aisle}
                onChange={(aisle) => set({ aisle })}
              />
              <Length
                label={t`Between rows`}
                hint="0.35"
                value={fields.between}
                onChange={(between) => set({ between })}
              />
              <label className="col-span-2">
                <span className="font-semibold">{t`Seats between two aisles`}</span>
                <NumberField
                  min={1}
                  max={14}
                  placeholder="14"
                  value={fields.row}
                  onChange={({ target }) => set({ row: target.value })}
                />
              </label>
            </div>
          </Disclosure>
        </Form>
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
      <section aria-label={t`Plan`} className="sheet p-4">
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
            <p className="text-soft">{t`Setting the room …`}</p>
          )}
        </div>
        <PlanDrawing room={floor.room} plan={plan} name={floor.name} />
        {plan && <p className="text-note text-soft">{sayRules(plan)}</p>}
        {!floor.isMeasured && (
          <p className="text-note text-soft">{t`Its sides were never measured: drawn from its area, as three to two, without doors or columns.`}</p>
        )}
      </section>
    </div>
  );
}
