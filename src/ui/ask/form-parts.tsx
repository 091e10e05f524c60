'use client';
import { useFieldArray, useWatch, type UseFormReturn } from 'react-hook-form';
import type { AskChoices } from '@/contracts/ask-choices';
import { LAYOUT_WORDS } from '@/contracts/words/findings';
import type { Layout } from '@/core/seating/capacity';
import { addWallMinutes, dateOf, parseLocalDateTime, timeOf, wallMinute } from '@/core/time/local-time';
import { usualSpace, type AskForm } from './draft';
import { RepeatFields } from './repeat-fields';
import { Field, FormSection } from './fields';

export interface PartProps {
  readonly form: UseFormReturn<AskForm>;
  readonly choices: AskChoices;
  /** What is wrong, by field of the form. */
  readonly faults: Readonly<Record<string, string>>;
}

export function WhatSection({ form: { register, control }, choices, faults }: PartProps) {
  const categoryId = useWatch({ control, name: 'categoryId' });
  const about = choices.categories.find(({ id }) => String(id) === categoryId)?.about;
  return (
    <FormSection title="What and for whom">
      <Field label="Title" fault={faults.title} className="sm:col-span-6">
        <input className="field" maxLength={200} {...register('title')} />
      </Field>
      <Field label="Lead host" fault={faults.hostId} className="sm:col-span-2">
        <select className="field" {...register('hostId')}>
          <option value="">Choose …</option>
          {choices.hosts.map(({ id, name, isOwn }) => (
            <option key={id} value={id}>
              {name}
              {isOwn ? ' (yours)' : ''}
            </option>
          ))}
        </select>
      </Field>
      <Field label="Category" hint={about} fault={faults.categoryId} className="sm:col-span-2">
        <select className="field" {...register('categoryId')}>
          <option value="">Choose …</option>
          {choices.categories.map(({ id, name, mark, about: line }) => (
            <option key={id} value={id} title={line}>
              {mark} · {name}
            </option>
          ))}
        </select>
      </Field>
      <Field label="People expected" fault={faults.people} className="sm:col-span-2">
        <input className="field" inputMode="numeric" type="number" step={1} {...register('people')} />
      </Field>
    </FormSection>
  );
}

/** Moving the start keeps the duration; moving the end sets it. */
function useHours({ getValues, setValue }: PartProps['form']) {
  const at = (edge: 'start' | 'end') => {
    const { [`${edge}Date` as const]: date, [`${edge}Time` as const]: time } = getValues();
    return parseLocalDateTime(`${date}T${time}`);
  };
  const setEnd = (end: NonNullable<ReturnType<typeof at>>) => {
    setValue('endDate', dateOf(end), { shouldDirty: true });
    setValue('endTime', timeOf(end), { shouldDirty: true });
  };
  const moveStart = (field: 'startDate' | 'startTime', value: string) => {
    const [start, end] = [at('start'), at('end')];
    setValue(field, value, { shouldDirty: true });
    const moved = at('start');
    if (start && end && moved) setEnd(addWallMinutes(moved, wallMinute(end) - wallMinute(start)));
  };
  const setMinutes = (minutes: number) => {
    const start = at('start');
    if (start && Number.isSafeInteger(minutes) && minutes > 0 && minutes < 45_000)
      setEnd(addWallMinutes(start, minutes));
  };
  return { moveStart, setMinutes };
}

export function WhenSection({ form, faults }: PartProps) {
  const { register, control } = form;
  const [startDate, startTime, endDate, endTime, repeats] = useWatch({
    control,
    name: ['startDate', 'startTime', 'endDate', 'endTime', 'repeats'],
  });
  const { moveStart, setMinutes } = useHours(form);
  const [start, end] = [
    parseLocalDateTime(`${startDate}T${startTime}`),
    parseLocalDateTime(`${endDate}T${endTime}`),
  ];
  const minutes = start && end ? wallMinute(end) - wallMinute(start) : NaN;
  return (
    <FormSection title="When">
      <Field label="First date" fault={faults.startDate} className="sm:col-span-2">
        <input
          className="field"
          type="date"
          value={startDate}
          onChange={(event) => moveStart('startDate', event.target.value)}
        />
      </Field>
      <Field label="Starts" className="sm:col-span-1">
        <input
          className="field"
          type="time"
          value={startTime}
          onChange={(event) => moveStart('startTime', event.target.value)}
        />
      </Field>
      <Field label="Ends" fault={faults.endTime} className="sm:col-span-1">
        <input className="field" type="time" {...register('endTime')} />
      </Field>
      <Field label="Last day of it" className="sm:col-span-2">
        <input className="field" type="date" {...register('endDate')} />
      </Field>
      <Field label="Lasts, minutes" hint="Or give the end above." className="sm:col-span-2">
        <input
          className="field"
          type="number"
          step={1}
          min={1}
          value={Number.isNaN(minutes) ? '' : minutes}
          onChange={(event) => setMinutes(Number(event.target.value))}
        />
      </Field>
      <Field
        label="Access before"
        hint="Minutes you need in the space before it starts."
        fault={faults.accessMin}
        className="sm:col-span-2"
      >
        <input className="field" type="number" min={0} step={1} {...register('accessMin')} />
      </Field>
      <Field
        label="Exit after"
        hint="Minutes until the last of you has left."
        fault={faults.exitMin}
        className="sm:col-span-2"
      >
        <input className="field" type="number" min={0} step={1} {...register('exitMin')} />
      </Field>
      <label className="flex items-center gap-2 font-semibold sm:col-span-2">
        <input type="checkbox" className="size-4 accent-(--accent)" {...register('repeats')} />
        More dates by a rule
      </label>
      {repeats && <RepeatFields form={form} faults={faults} />}
    </FormSection>
  );
}

function SpaceFields({
  form,
  choices,
  faults,
  index,
  onRemove,
}: PartProps & { index: number; onRemove: (() => void) | null }) {
  const { control, register, setValue } = form;
  const wanted = useWatch({ control, name: `spaces.${index}` });
  const space = choices.spaces.find(({ id }) => String(id) === wanted?.spaceId);
  const buildings = [...new Set(choices.spaces.map(({ building }) => building))];
  const set = (next: AskForm['spaces'][number]) => setValue(`spaces.${index}`, next, { shouldDirty: true });
  const fault = (field: string) => faults[`spaces.${index}.${field}`];
  const familiar = choices.familiar.flatMap((id) => choices.spaces.find((each) => each.id === id) ?? []);
  return (
    <>
      <Field
        label="Space"
        fault={fault('spaceId') ?? (index === 0 ? faults.spaces : undefined)}
        hint={space?.postedLimit ? `At most ${space.postedLimit} people.` : undefined}
        className="sm:col-span-2"
      >
        <select
          className="field"
          value={wanted?.spaceId ?? ''}
          onChange={(event) => set(usualSpace(choices, Number(event.target.value)))}
        >
          <option value="">Choose …</option>
          {familiar.length > 0 && (
            <optgroup label="Pinned or used before">
              {familiar.map(({ id, name, code }) => (
                <option key={id} value={id}>
                  {name} ({code})
                </option>
              ))}
            </optgroup>
          )}
          {buildings.map((building) => (
            <optgroup key={building} label={building}>
              {choices.spaces
                .filter((each) => each.building === building && !familiar.includes(each))
                .map(({ id, name, code }) => (
                  <option key={id} value={id}>
                    {name} ({code})
                  </option>
                ))}
            </optgroup>
          ))}
        </select>
      </Field>
      <Field label="Layout" fault={fault('layout')} className="sm:col-span-2">
        <select
          className="field"
          value={wanted?.layout ?? ''}
          onChange={(event) => space && set(usualSpace(choices, space.id, event.target.value as Layout))}
        >
          {!space && <option value="">Choose a space first</option>}
          {space?.layouts.map(({ layout, seats }) => (
            <option key={layout} value={layout}>
              {LAYOUT_WORDS[layout]}, for {seats}
            </option>
          ))}
        </select>
      </Field>
      <Field label="Setup min." fault={fault('setupMin')}>
        <input className="field" type="number" min={0} step={1} {...register(`spaces.${index}.setupMin`)} />
      </Field>
      <Field label="Strike min." fault={fault('strikeMin')}>
        <input className="field" type="number" min={0} step={1} {...register(`spaces.${index}.strikeMin`)} />
      </Field>
      {onRemove && (
        <button type="button" className="press sm:col-span-2 sm:justify-self-start" onClick={onRemove}>
          Leave {space?.name ?? 'this space'} out
        </button>
      )}
    </>
  );
}

const MOST_SPACES = 6;

export function WhereSection(props: PartProps) {
  const { form, choices } = props;
  const { fields, append, remove } = useFieldArray({ control: form.control, name: 'spaces' });
  return (
    <FormSection title="Where">
      {fields.map(({ id }, index) => (
        <SpaceFields
          key={id}
          {...props}
          index={index}
          onRemove={fields.length > 1 ? () => remove(index) : null}
        />
      ))}
      {fields.length < MOST_SPACES && (
        <button
          type="button"
          className="press sm:col-span-2 sm:justify-self-start"
          onClick={() => append(usualSpace(choices, 0))}
        >
          One more space
        </button>
      )}
      <label className="flex items-center gap-2 sm:col-span-4">
        <input type="checkbox" className="size-4 accent-(--accent)" {...form.register('otherSpaceOk')} />
        Another space that fits will do as well
      </label>
    </FormSection>
  );
}

export function NeedsSection({ form, choices, faults }: PartProps) {
  const { control, register } = form;
  const { fields, append, remove } = useFieldArray({ control, name: 'equipment' });
  return (
    <FormSection title="What you need there">
      {fields.map(({ id }, index) => (
        <div key={id} className="grid grid-cols-[1fr_6rem_auto] items-start gap-3 sm:col-span-6">
          <Field
            label="Equipment"
            fault={faults[`equipment.${index}.typeId`] ?? (index === 0 ? faults.equipment : undefined)}
          >
            <select className="field" {...register(`equipment.${index}.typeId`)}>
              <option value="">Choose …</option>
              {choices.equipment.map((type) => (
                <option key={type.id} value={type.id}>
                  {type.name} ({type.stock} in all)
                </option>
              ))}
            </select>
          </Field>
          <Field label="How many" fault={faults[`equipment.${index}.quantity`]}>
            <input
              className="field"
              type="number"
              min={1}
              step={1}
              {...register(`equipment.${index}.quantity`)}
            />
          </Field>
          <button
            type="button"
            className="press mt-6"
            onClick={() => remove(index)}
            aria-label={`Leave line ${index + 1} of equipment out`}
          >
            Leave out
          </button>
        </div>
      ))}
      <button
        type="button"
        className="press sm:col-span-3 sm:justify-self-start"
        onClick={() => append({ typeId: '', quantity: '' })}
      >
        {fields.length ? 'More equipment' : 'Add equipment'}
      </button>
      <Field
        label="Setup notes"
        hint="For the crew: how it should stand, what must not be moved."
        fault={faults.notes}
        className="sm:col-span-6"
      >
        <textarea className="field" rows={3} {...register('notes')} />
      </Field>
    </FormSection>
  );
}

export function PublishSection({ form: { register, control }, faults }: PartProps) {
  const publish = useWatch({ control, name: 'publish' });
  return (
    <FormSection title="What readers learn">
      <label className="flex items-center gap-2 font-semibold sm:col-span-6">
        <input type="checkbox" className="size-4 accent-(--accent)" {...register('publish')} />
        Publish it on the calendar of its category once approved
      </label>
      <Field
        label="Public text"
        hint={
          publish
            ? 'Plain text, beside title, hours and place. Nothing else is published.'
            : 'Not shown while it is not published.'
        }
        fault={faults.publicText}
        className="sm:col-span-6"
      >
        <textarea className="field" rows={3} {...register('publicText')} />
      </Field>
    </FormSection>
  );
}
