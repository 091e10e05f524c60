'use client';
import { Disclosure } from '@/ui/kit/disclosure';
import { Checkbox, NumberField, Select, TextField } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import type { Layout } from '@/core/seating/layouts';
import { SIDES, type Side } from '@/core/seating/plan/room';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { SIDE_WORDS } from '@/contracts/words/seating';
import type { PlanFields } from '@/ui/seating/plan-fields';
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

interface LayoutChoiceProps {
  readonly fields: PlanFields;
  readonly set: (part: Partial<PlanFields>) => void;
  readonly offered: readonly Layout[];
  readonly others: readonly Layout[];
}

/** With what the room is set: what is usual here first. */
const LayoutChoice = ({ fields, set, offered, others }: LayoutChoiceProps) => (
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
);

interface PartProps {
  readonly fields: PlanFields;
  readonly set: (part: Partial<PlanFields>) => void;
}

const PeopleField = ({ fields, set }: PartProps) => (
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
);

interface WheelchairFieldProps {
  readonly fields: PlanFields;
  readonly set: (part: Partial<PlanFields>) => void;
  readonly wanted: number;
}

const WheelchairField = ({ fields, set, wanted }: WheelchairFieldProps) => (
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
);

const RoundTables = ({ fields, set }: PartProps) => (
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
);

const FrontChoice = ({ fields, set }: PartProps) => (
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
);

const StageFields = ({ fields, set }: PartProps) => (
  <>
    <label className="flex items-center gap-2">
      <Checkbox checked={fields.hasStage} onChange={({ target }) => set({ hasStage: target.checked })} />
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
  </>
);

const WiderFields = ({ fields, set }: PartProps) => (
  <Disclosure summary={t`Wider than published`} open={Boolean(fields.aisle || fields.between || fields.row)}>
    <div className="grid grid-cols-2 gap-2">
      <Length label={t`Aisles`} hint="1.1" value={fields.aisle} onChange={(aisle) => set({ aisle })} />
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
);

interface PlanFormProps {
  readonly fields: PlanFields;
  readonly set: (part: Partial<PlanFields>) => void;
  readonly offered: readonly Layout[];
  readonly others: readonly Layout[];
  readonly wanted: number;
  readonly hasRounds: boolean;
}

/** How the room is to be set: layout, people, which way it faces, a stage, and wider aisles than published. */
export const PlanForm = ({ fields, set, offered, others, wanted, hasRounds }: PlanFormProps) => (
  <Form
    className="grid gap-3"
    aria-label={t`How it is to be set`}
    onSubmit={(event) => event.preventDefault()}
  >
    <LayoutChoice fields={fields} set={set} offered={offered} others={others} />
    <PeopleField fields={fields} set={set} />
    <WheelchairField fields={fields} set={set} wanted={wanted} />
    {hasRounds && <RoundTables fields={fields} set={set} />}
    <FrontChoice fields={fields} set={set} />
    <StageFields fields={fields} set={set} />
    <WiderFields fields={fields} set={set} />
  </Form>
);
