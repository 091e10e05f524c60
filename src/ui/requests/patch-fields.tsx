import { TimeField } from '@/ui/kit/dates/time-field';
import { Field } from '@/ui/kit/field';
import { Checkbox, NumberField } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useState, type ReactNode } from 'react';
import type { ChangeReply } from '@/contracts/requests/change';
import type { DatePatchBody as Patch } from '@/contracts/requests/patch';
import type { DateView, RequestView } from '@/contracts/requests/request-view';
import { Combobox } from '@/ui/kit/combobox';

/** A space a date may go to. */
export interface SpaceOption {
  readonly id: number;
  readonly name: string;
  readonly building: string;
}

interface Fields {
  readonly startsAt: string;
  readonly endsAt: string;
  readonly days: string;
  readonly people: string;
  readonly spaceId: string;
}

const NOTHING: Fields = { startsAt: '', endsAt: '', days: '', people: '', spaceId: '' };
const clock = (text: string): number => Number(text.slice(0, 2)) * 60 + Number(text.slice(3));

/** What the fields ask to be different; null where nothing is. `hours` are those the picked dates have now. */
function patchOf(
  fields: Fields,
  { spaces }: RequestView,
  hours: readonly [string, string] | null,
): Patch | null {
  const { startsAt, endsAt, days, people, spaceId } = fields;
  const from = spaces[0]?.id;
  const start = startsAt || hours?.[0];
  const end = endsAt || (startsAt ? undefined : hours?.[1]);
  const lengthMin = endsAt && start && end ? (clock(end) - clock(start) + 1440) % 1440 || 1440 : undefined;
  const patch: Patch = {
    ...(startsAt && { startsAt }),
    ...(lengthMin && { lengthMin }),
    ...(Number(days) && { shiftMin: Number(days) * 1440 }),
    ...(Number(people) > 0 && { people: Number(people) }),
    ...(spaceId &&
      from !== undefined &&
      Number(spaceId) !== from && { spaces: [{ from, to: Number(spaceId) }] }),
  };
  return Object.keys(patch).length ? patch : null;
}

/** Hours the picked dates share, read off their words; null where they differ. */
function sharedHours(picked: readonly DateView[]): readonly [string, string] | null {
  const found = new Set(
    picked.map(({ when }) => /(\d\d:\d\d)–(\d\d:\d\d)/.exec(when)?.slice(1, 3).join(' ') ?? ''),
  );
  const [only] = [...found];
  return found.size === 1 && only ? (only.split(' ') as [string, string]) : null;
}

export interface PatchHandle {
  readonly fields: Fields;
  /** Null where nothing is to be different. */
  readonly patch: Patch | null;
  set(part: Partial<Fields>): void;
  clear(): void;
}

/** What is to be different of picked dates, as it is typed. */
export function usePatch(request: RequestView, picked: readonly DateView[]): PatchHandle {
  const [fields, setFields] = useState<Fields>(NOTHING);
  return {
    fields,
    patch: patchOf(fields, request, sharedHours(picked)),
    set: (part) => setFields((before) => ({ ...before, ...part })),
    clear: () => setFields(NOTHING),
  };
}

/** Offered where moving gives up what is kept indoors, and while it is asked for. */
export function KeepIndoors({
  preview,
  isKept,
  onChange,
}: {
  preview: ChangeReply | string | null;
  isKept: boolean;
  onChange(isKept: boolean): void;
}) {
  const givenUp = preview !== null && typeof preview !== 'string' && preview.numbers.indoorsGivenUp > 0;
  if (!givenUp && !isKept) return null;
  return (
    <label className="mt-1 flex min-h-8 items-center gap-2">
      <Checkbox checked={isKept} onChange={({ target }) => onChange(target.checked)} />
      {t`Keep the indoor space at the new time too`}
    </label>
  );
}

interface SpaceFieldProps {
  readonly spaces: readonly SpaceOption[];
  readonly fields: Fields;
  readonly handle: PatchHandle;
}

const SpaceField = ({ spaces, fields, handle }: SpaceFieldProps) => (
  <label className="col-span-2">
    {t`Another space`}
    <Combobox
      aria-label={t`Another space`}
      options={[
        { value: '', text: t`as it is` },
        ...spaces.map(({ id, name, building }) => ({
          value: String(id),
          text: name,
          group: building,
        })),
      ]}
      value={fields.spaceId}
      onChange={(spaceId) => handle.set({ spaceId })}
    />
  </label>
);

interface PatchFieldsProps {
  readonly request: RequestView;
  readonly spaces: readonly SpaceOption[];
  readonly handle: PatchHandle;
  readonly children: ReactNode;
}

/** Other hours, another day, people or space; what is left empty stays. */
export function PatchFields({ request, spaces, handle, children }: PatchFieldsProps) {
  const { fields } = handle;
  const set = (name: keyof Fields) => (event: { target: { value: string } }) =>
    handle.set({ [name]: event.target.value });
  return (
    <div className="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
      <Field label={t`Starts`} look="plain">
        <TimeField value={fields.startsAt} onChange={(startsAt) => handle.set({ startsAt })} />
      </Field>
      <Field label={t`Ends`} look="plain">
        <TimeField value={fields.endsAt} onChange={(endsAt) => handle.set({ endsAt })} />
      </Field>
      <label>
        {t`Days later`}
        <NumberField
          step={1}
          min={-366}
          max={366}
          value={fields.days}
          placeholder="0"
          onChange={set('days')}
        />
      </label>
      <label>
        {t`People`}
        <NumberField step={1} min={1} value={fields.people} onChange={set('people')} />
      </label>
      {request.spaces.length > 0 && <SpaceField spaces={spaces} fields={fields} handle={handle} />}
      {children}
    </div>
  );
}
