'use client';
import { Button } from '@/ui/kit/button';
import { NumberField, Select, TextField } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useId } from 'react';
import { Field } from '@/ui/kit/field';
import type { TemplateChoices } from '@/contracts/work-orders/templates';
import { EDGE_WORDS } from '@/contracts/words/orders';
import { DUE_EDGES, type DueEdge } from '@/core/work-orders/template';
import { formulaFault, type EdgeFields, type QuantityFields } from './template-form-model';

interface EdgeFieldProps {
  readonly legend: string;
  readonly value: EdgeFields;
  readonly fault?: string;
  onChange(value: EdgeFields): void;
}

/** A moment of the event, or so long before or after it. */
export function EdgeField({ legend, value, fault, onChange }: EdgeFieldProps) {
  return (
    <fieldset>
      <legend className="font-semibold">{legend}</legend>
      <div className="flex flex-wrap items-center gap-2">
        <NumberField
          min={0}
          className="w-24"
          aria-label={t`${legend}: minutes`}
          placeholder="0"
          value={value.minutes}
          onChange={({ target }) => onChange({ ...value, minutes: target.value })}
        />
        <span>{t`minutes`}</span>
        <Select
          className="w-28"
          aria-label={t`${legend}: before or after`}
          value={value.side}
          onChange={({ target }) => onChange({ ...value, side: target.value as EdgeFields['side'] })}
        >
          <option value="before">{t`before`}</option>
          <option value="after">{t`after`}</option>
        </Select>
        <Select
          className="w-auto"
          aria-label={t`${legend}: moment`}
          value={value.edge}
          onChange={({ target }) => onChange({ ...value, edge: target.value as DueEdge })}
        >
          {DUE_EDGES.map((edge) => (
            <option key={edge} value={edge}>
              {EDGE_WORDS[edge]}
            </option>
          ))}
        </Select>
      </div>
      {fault && <p className="text-note font-semibold text-conflict">{fault}</p>}
    </fieldset>
  );
}

interface StoreFieldProps {
  readonly index: number;
  readonly id: string;
  readonly store: string;
  set(part: Partial<QuantityFields>): void;
}

const StoreField = ({ index, id, store, set }: StoreFieldProps) => (
  <TextField
    aria-label={t`From where, line ${index + 1}`}
    placeholder={t`from where`}
    list={`${id}-stores`}
    value={store}
    onChange={({ target }) => set({ store: target.value })}
  />
);

interface QuantityLineProps {
  readonly line: QuantityFields;
  readonly index: number;
  readonly id: string;
  /** Of its name, and of its formula; empty where it can be read. */
  readonly nameFault: string;
  readonly fault: string;
  set(part: Partial<QuantityFields>): void;
  leaveOut(): void;
}

const QuantityLine = ({
  line: { key, name, store, formula },
  index,
  id,
  nameFault,
  fault,
  set,
  leaveOut,
}: QuantityLineProps) => (
  <div className="grid gap-x-2 gap-y-1 border-b border-rule py-2 sm:grid-cols-[2fr_2fr_3fr_auto]">
    <TextField
      aria-label={t`What is brought, line ${index + 1}`}
      placeholder={t`Tablecloth`}
      value={name}
      aria-invalid={Boolean(nameFault)}
      onChange={({ target }) => set({ name: target.value })}
    />
    <StoreField index={index} id={id} store={store} set={set} />
    <TextField
      className="font-mono text-note"
      aria-label={t`How many, line ${index + 1}`}
      placeholder={t`tables + 1`}
      value={formula}
      aria-invalid={Boolean(fault)}
      aria-describedby={`${id}-${key}`}
      onChange={({ target }) => set({ formula: target.value })}
    />
    <Button
      aria-label={t`Leave out ${name || t`line ${index + 1}`}`}
      onClick={leaveOut}
    >{t`Leave out`}</Button>
    <p id={`${id}-${key}`} className="text-note font-semibold text-conflict sm:col-span-4">
      {nameFault} {fault}
    </p>
  </div>
);

interface QuantityListProps {
  readonly value: readonly QuantityFields[];
  readonly stores: readonly string[];
  /** Names of answers that formulas can count with. */
  readonly numbers: readonly string[];
  /** Of a field by its path in what is sent; empty where nothing is wrong. */
  faultOf(path: string): string;
  onChange(value: QuantityFields[]): void;
}

/** What the team brings, each with a formula that says at once whether it can be read. */
export function QuantityList({ value, stores, numbers, faultOf, onChange }: QuantityListProps) {
  const id = useId();
  const set = (key: string, part: Partial<QuantityFields>) =>
    onChange(value.map((each) => (each.key === key ? { ...each, ...part } : each)));
  return (
    <div>
      {value.map((line, index) => (
        <QuantityLine
          key={line.key}
          line={line}
          index={index}
          id={id}
          nameFault={faultOf(`quantities.${index}.name`)}
          fault={
            faultOf(`quantities.${index}.formula`) || (line.formula && formulaFault(line.formula, numbers))
          }
          set={(part) => set(line.key, part)}
          leaveOut={() => onChange(value.filter(({ key }) => key !== line.key))}
        />
      ))}
      <datalist id={`${id}-stores`}>
        {stores.map((store) => (
          <option key={store} value={store} />
        ))}
      </datalist>
      <Button
        className="mt-2"
        onClick={() => onChange([...value, { key: crypto.randomUUID(), name: '', store: '', formula: '' }])}
      >{t`Add something they bring`}</Button>
    </div>
  );
}

interface TeamFieldsProps {
  readonly teams: TemplateChoices['teams'];
  readonly teamId: string;
  readonly personId: string;
  faultOf(path: 'teamId' | 'personId'): string;
  onChange(part: { readonly teamId?: string; readonly personId?: string }): void;
}

/** The team, and who of it; another team has other people. */
export function TeamFields({ teams, teamId, personId, faultOf, onChange }: TeamFieldsProps) {
  const team = teams.find(({ id }) => String(id) === teamId);
  return (
    <>
      <Field label={t`Team`} fault={faultOf('teamId')}>
        {(ids) => (
          <Select
            {...ids}
            value={teamId}
            onChange={({ target }) => onChange({ teamId: target.value, personId: '' })}
          >
            <option value="">{t`choose a team`}</option>
            {teams.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <Field label={t`Who of them`} fault={faultOf('personId')}>
        {(ids) => (
          <Select {...ids} value={personId} onChange={({ target }) => onChange({ personId: target.value })}>
            <option value="">{t`unassigned`}</option>
            {team?.people.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        )}
      </Field>
    </>
  );
}
