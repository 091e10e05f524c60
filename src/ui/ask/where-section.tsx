'use client';
import { Disclosure } from '@/ui/kit/disclosure';
import { RegisteredDate, RegisteredTime } from '@/ui/kit/dates/registered';
import { Button } from '@/ui/kit/button';
import { Checkbox, NumberField, Select } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { memo } from 'react';
import {
  useFieldArray,
  useWatch,
  type UseFieldArrayRemove,
  type UseFormRegister,
  type UseFormSetValue,
} from 'react-hook-form';
import { FEATURE_WORDS } from '@/contracts/words/findings';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { listText } from '@/contracts/words/rule';
import { countText } from '@/contracts/words/when';
import { fittingOffer } from '@/core/checks/place-search';
import { LAYOUTS, type Layout } from '@/core/seating/layouts';
import { FEATURES } from '@/core/spaces/features';
import { Combobox } from '@/ui/kit/combobox';
import { placesFor, usualSpace, type AskForm, type SpaceForm } from './draft';
import { Field } from '@/ui/kit/field';
import { FormSection } from './fields';
import { ASK_LABELS } from './ask-labels';
import type { PartProps } from './part-props';
import { CrewTime } from './crew-time';
import { AskedOf } from './what-section';
import type { AskChoices } from '@/contracts/requests/ask-choices';

/** Spaces to find by typing: pinned and used ones first. */
function spaceOptions({ spaces, familiar }: PartProps['choices']) {
  const known = familiar.flatMap((id) => spaces.find((each) => each.id === id) ?? []);
  const others = spaces.filter((each) => !known.includes(each));
  return [...known, ...others].map((space) => ({
    value: String(space.id),
    text: `${space.name} (${space.code})`,
    hint: known.includes(space) ? t`pinned or used before` : undefined,
    group: space.building,
  }));
}

/** What one should know of a space before asking for it. */
function hintOf({ postedLimit, needsConsentOf }: PartProps['choices']['spaces'][number]): string | undefined {
  const hints = [
    postedLimit && t`At most ${postedLimit} people.`,
    needsConsentOf.length > 0 &&
      t`${listText(needsConsentOf)} ${needsConsentOf.length > 1 ? t`are` : t`is`} asked too before it is given.`,
  ];
  return hints.filter(Boolean).join(' ') || undefined;
}

const areOver = (people: string, seats: number | undefined): boolean =>
  seats !== undefined && Number(people) > seats;

interface LayoutChoiceProps {
  readonly fault: (field: string) => string | undefined;
  readonly room: string | undefined;
  readonly wanted: SpaceForm;
  readonly space: AskChoices['spaces'][number] | undefined;
  readonly set: (next: AskForm['spaces'][number]) => void;
  readonly choices: AskChoices;
}

const LayoutChoice = ({ fault, room, wanted, space, set, choices }: LayoutChoiceProps) => (
  <Field label={t`Layout`} fault={fault('layout')} hint={room} className="sm:col-span-2">
    <Select
      value={wanted?.layout ?? ''}
      onChange={(event) => space && set(usualSpace(choices, space.id, event.target.value as Layout))}
    >
      {!space && <option value="">{t`Choose a space first`}</option>}
      {space?.layouts.map(({ layout, seats }) => (
        <option key={layout} value={layout}>{t`${LAYOUT_WORDS[layout]}, for ${seats}`}</option>
      ))}
    </Select>
  </Field>
);

interface SpaceChoiceProps {
  readonly fault: (field: string) => string | undefined;
  readonly index: number;
  readonly faults: Readonly<Record<string, string>>;
  readonly space: AskChoices['spaces'][number] | undefined;
  readonly choices: AskChoices;
  readonly wanted: SpaceForm;
  readonly set: (next: AskForm['spaces'][number]) => void;
}

const SpaceChoice = ({ fault, index, faults, space, choices, wanted, set }: SpaceChoiceProps) => (
  <Field
    label={ASK_LABELS.space()}
    isRequired
    fault={fault('spaceId') ?? (index === 0 ? faults.spaces : undefined)}
    hint={space && hintOf(space)}
    className="sm:col-span-2"
  >
    <Combobox
      options={spaceOptions(choices)}
      value={wanted?.spaceId ?? ''}
      onChange={(value) => set(usualSpace(choices, Number(value)))}
    />
  </Field>
);

function SpaceFields({
  form,
  choices,
  faults,
  index,
  onRemove,
}: PartProps & { index: number; onRemove: (() => void) | null }) {
  const { control, setValue } = form;
  const [wanted, people] = useWatch({ control, name: [`spaces.${index}`, 'people'] });
  const space = choices.spaces.find(({ id }) => String(id) === wanted?.spaceId);
  const set = (next: AskForm['spaces'][number]) => setValue(`spaces.${index}`, next, { shouldDirty: true });
  const fault = (field: string) => faults[`spaces.${index}.${field}`];
  const offer = space?.layouts.find(({ layout }) => layout === wanted?.layout);
  const places = wanted ? placesFor(choices, wanted) : null;
  const room = offer
    ? t`${offer.seats} seats${areOver(people, offer.seats) ? t`, ${Number(people) - offer.seats} too few` : ''}; ${countText(places ?? 0, 'wheelchair place', 'wheelchair places')} among them`
    : undefined;
  return (
    <>
      <SpaceChoice
        fault={fault}
        index={index}
        faults={faults}
        space={space}
        choices={choices}
        wanted={wanted}
        set={set}
      />
      {index === 0 && <PeopleField register={form.register} fault={faults.people} />}
      <LayoutChoice fault={fault} room={room} wanted={wanted} space={space} set={set} choices={choices} />
      {space && <CrewTime form={form} faults={faults} index={index} name={space.name} />}
      {space?.questions.map((question) => (
        <AskedOf key={question.id} question={question} parts={{ form, choices, faults }} />
      ))}
      {onRemove && (
        <Button
          className="sm:col-span-2 sm:justify-self-start"
          onClick={onRemove}
        >{t`Leave ${space?.name ?? t`this space`} out`}</Button>
      )}
    </>
  );
}

const MOST_SPACES = 6;

function NamedSpaces(props: PartProps) {
  const { form, choices } = props;
  const { fields, append, remove } = useFieldArray({ control: form.control, name: 'spaces' });
  return (
    <>
      {fields.map(({ id }, index) => (
        <SpaceFields
          key={id}
          {...props}
          index={index}
          onRemove={fields.length > 1 ? () => remove(index) : null}
        />
      ))}
      {fields.length < MOST_SPACES && (
        <Button
          className="self-end sm:col-span-2 sm:justify-self-start"
          onClick={() => append(usualSpace(choices, 0))}
        >{t`One more space`}</Button>
      )}
    </>
  );
}

function MustHave({ form: { register } }: Pick<PartProps, 'form'>) {
  return (
    <fieldset className="sm:col-span-6">
      <legend className="font-semibold">{t`It must have`}</legend>
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        {FEATURES.map((feature) => (
          <label key={feature} className="flex items-center gap-1.5">
            <Checkbox className="size-4" value={feature} {...register('wantFeatures')} />
            {FEATURE_WORDS[feature].replace(/^an? /, '')}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

/** How many come: what a space is checked against, or found by. */
const PeopleField = ({ register, fault }: { register: UseFormRegister<AskForm>; fault?: string }) => (
  <Field label={ASK_LABELS.people()} isRequired fault={fault} className="sm:col-span-2">
    <NumberField inputMode="numeric" step={1} {...register('people')} />
  </Field>
);

const WantedLayout = ({ register }: { readonly register: UseFormRegister<AskForm> }) => (
  <Field label={t`Layout`} className="sm:col-span-2">
    <Select {...register('wantLayout')}>
      <option value="">{t`whatever suits`}</option>
      {LAYOUTS.map((each) => (
        <option key={each} value={each}>
          {LAYOUT_WORDS[each]}
        </option>
      ))}
    </Select>
  </Field>
);

/** What the office is to find a space by. */
function Wants({ form, choices, faults }: PartProps) {
  const { control, register } = form;
  const [people, layout, features, building] = useWatch({
    control,
    name: ['people', 'wantLayout', 'wantFeatures', 'wantBuilding'],
  });
  const fits = choices.spaces.filter(
    (space) =>
      (!building || space.building === building) &&
      fittingOffer(space, { people: Number(people), layout: layout || null, features }) !== null,
  );
  return (
    <>
      <PeopleField register={register} fault={faults.people} />
      <WantedLayout register={register} />
      <Field label={t`Building`} className="sm:col-span-2">
        <Select {...register('wantBuilding')}>
          <option value="">{t`any`}</option>
          {[...new Set(choices.spaces.map((space) => space.building))].map((name) => (
            <option key={name}>{name}</option>
          ))}
        </Select>
      </Field>
      <MustHave form={form} />
      <p className="sm:col-span-6" aria-live="polite">
        {people.trim() === ''
          ? t`Say how many people come, and how many spaces fit stands here.`
          : fits.length
            ? t`${countText(fits.length, 'space fits', 'spaces fit')} what you ask for: ${fits.map(({ name }) => name).join(', ')}.`
            : t`No space has all of this. Ask for less, or the office will offer what comes nearest.`}
        {faults.spaces && <span className="block font-semibold text-conflict">{faults.spaces}</span>}
      </p>
    </>
  );
}

interface SecondChoiceProps {
  readonly index: number;
  readonly faults: Readonly<Record<string, string>>;
  readonly choices: AskChoices;
  readonly values: ReturnType<typeof useWatch>;
  readonly setValue: UseFormSetValue<AskForm>;
  readonly control: PartProps['form']['control'];
  readonly remove: UseFieldArrayRemove;
}

const SecondChoice = ({ index, faults, choices, values, setValue, control, remove }: SecondChoiceProps) => (
  <div className="grid items-start gap-3 sm:grid-cols-[1fr_9rem_7rem_auto]">
    <Field
      label={t`Choice ${index + 2}: space`}
      fault={faults[`secondChoices.${index}.spaceId`] ?? faults[`secondChoices.${index}`]}
    >
      <Combobox
        options={[{ value: '', text: t`the same space` }, ...spaceOptions(choices)]}
        value={values[index]?.spaceId ?? ''}
        onChange={(value) => setValue(`secondChoices.${index}.spaceId`, value, { shouldDirty: true })}
      />
    </Field>
    <Field label={t`Day`} fault={faults[`secondChoices.${index}.startsAt`]}>
      <RegisteredDate control={control} name={`secondChoices.${index}.date`} />
    </Field>
    <Field label={t`From`}>
      <RegisteredTime control={control} name={`secondChoices.${index}.time`} />
    </Field>
    <Button
      className="mt-6"
      aria-label={t`Leave choice ${index + 2} out`}
      onClick={() => remove(index)}
    >{t`Leave out`}</Button>
  </div>
);

/** What would do as well, if what is asked for cannot be had. */
function SecondChoices({ form, choices, faults }: PartProps) {
  const { control, register, setValue } = form;
  const { fields, append, remove } = useFieldArray({ control, name: 'secondChoices' });
  const values = useWatch({ control, name: 'secondChoices' });
  return (
    <div className="grid gap-3 sm:col-span-6">
      <p className="font-semibold">{t`If that is not possible`}</p>
      <label className="flex items-center gap-2">
        <Checkbox className="size-4" {...register('otherSpaceOk')} />
        {t`Another space that fits will do as well`}
      </label>
      {fields.map(({ id }, index) => (
        <SecondChoice
          key={id}

          index={index}
          faults={faults}
          choices={choices}
          values={values}
          setValue={setValue}
          control={control}
          remove={remove}
        />
      ))}
      {fields.length < 6 && (
        <Button className="justify-self-start" onClick={() => append({ spaceId: '', date: '', time: '' })}>
          {fields.length ? t`One more choice` : t`Name a second choice`}
        </Button>
      )}
    </div>
  );
}

/** What few say of a space, and what would do as well: behind what decides. */
export const MoreOfSpaceSection = memo(function MoreOfSpaceSection(props: PartProps) {
  const { form } = props;
  const kind = useWatch({ control: form.control, name: 'kind' });
  if (kind !== 'space') return null;
  return (
    <FormSection title={t`More about the space`}>
      <Field
        label={t`In wheelchairs`}
        hint={t`Of the people expected.`}
        fault={props.faults['spaces.0.wheelchairs']}
        className="sm:col-span-2"
      >
        <NumberField min={0} step={1} {...form.register('wheelchairs')} />
      </Field>
      <Disclosure summary={t`What the space must have`} className="sm:col-span-6">
        <div className="mt-2">
          <MustHave form={form} />
        </div>
      </Disclosure>
      <SecondChoices {...props} />
    </FormSection>
  );
});

export const WhereSection = memo(function WhereSection(props: PartProps) {
  const kind = useWatch({ control: props.form.control, name: 'kind' });
  if (kind === 'loan' || kind === 'notice') return null;
  return (
    <FormSection title={t`Where, and for how many`}>
      {kind === 'space' ? <NamedSpaces {...props} /> : <Wants {...props} />}
    </FormSection>
  );
});
