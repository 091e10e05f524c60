'use client';
import { useState } from 'react';
import type { DatePatchBody as Patch } from '@/contracts/patch';
import type { DateView, RequestView } from '@/contracts/request-view';
import { countText } from '@/contracts/words/when';
import { Combobox } from '@/ui/primitives/combobox';
import type { ChangeHandle } from './use-change';
import { PreviewLines } from './preview-lines';
import { itemsOf, usePreview } from './use-preview';

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

interface OwnChangeProps {
  readonly request: RequestView;
  readonly picked: readonly DateView[];
  readonly spaces: readonly SpaceOption[];
  readonly change: ChangeHandle;
  onChanged(): void;
}

/**
 * Asks for picked dates to be otherwise: other hours, another day, people or space. What it will do is said before; what
 * is clear and inside the rules applies at once, else it waits while the booking stays.
 */
export function OwnChange({ request, picked, spaces, change, onChanged }: OwnChangeProps) {
  const [fields, setFields] = useState<Fields>(NOTHING);
  const [reason, setReason] = useState('');
  const ids = picked.map(({ id }) => id);
  const hours = sharedHours(picked);
  const patch = patchOf(fields, request, hours);
  const step = patch && { action: 'change' as const, patch, reason };
  const preview = usePreview(step && { ...step, reason: '' }, itemsOf(request, ids));
  const set = (name: keyof Fields) => (event: { target: { value: string } }) =>
    setFields({ ...fields, [name]: event.target.value });
  const run = async () => {
    if (!step || !(await change.run(step, ids))) return;
    setFields(NOTHING);
    setReason('');
    onChanged();
  };
  return (
    <section aria-label="Change the picked dates" className="sheet mt-2 p-3">
      <h2 className="text-lg">Change {countText(picked.length, 'date', 'dates')}</h2>
      <p className="text-[0.92rem] text-soft">What you leave empty stays as it is.</p>
      <div className="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
        <label>
          Starts
          <input className="field" type="time" value={fields.startsAt} onChange={set('startsAt')} />
        </label>
        <label>
          Ends
          <input className="field" type="time" value={fields.endsAt} onChange={set('endsAt')} />
        </label>
        <label>
          Days later
          <input
            className="field"
            type="number"
            step={1}
            min={-366}
            max={366}
            value={fields.days}
            placeholder="0"
            onChange={set('days')}
          />
        </label>
        <label>
          People
          <input
            className="field"
            type="number"
            step={1}
            min={1}
            value={fields.people}
            onChange={set('people')}
          />
        </label>
        {request.spaces.length > 0 && (
          <label className="col-span-2">
            Another space
            <Combobox
              aria-label="Another space"
              options={[
                { value: '', text: 'as it is' },
                ...spaces.map(({ id, name, building }) => ({
                  value: String(id),
                  text: name,
                  group: building,
                })),
              ]}
              value={fields.spaceId}
              onChange={(spaceId) => setFields({ ...fields, spaceId })}
            />
          </label>
        )}
        <label className="col-span-2">
          Reason <span className="text-soft">(the office reads it)</span>
          <input
            className="field"
            value={reason}
            maxLength={1000}
            onChange={(event) => setReason(event.target.value)}
          />
        </label>
      </div>
      <PreviewLines preview={preview} />
      <button
        type="button"
        className="press press-main mt-2"
        disabled={!patch || change.isSending || typeof preview === 'string'}
        onClick={() => void run()}
      >
        Change {countText(picked.length, 'date', 'dates')}
      </button>
    </section>
  );
}
