'use client';
import { Button } from '@/ui/kit/button';
import { TextField } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { memo, useState } from 'react';
import { addDays, clockText, type LocalDate, type LocalDateTime } from '@/core/time/local-time';
import { usualPlaces, usualSpace, type AskForm } from './draft';
import { readQuickLine, type QuickReading } from './quick-line';
import type { PartProps } from './part-props';

/** The fields a line fills: what it leaves open stays as it was. */
function fieldsOf({ request }: QuickReading, form: AskForm, choices: PartProps['choices']): Partial<AskForm> {
  const { day, fromMin, toMin, title, people, spaceId, layout, categoryId, hostId, every, count } = request;
  const startDate = day ?? form.startDate;
  const space = spaceId ?? Number(form.spaces[0]?.spaceId);
  const startTime = fromMin === undefined ? form.startTime : clockText(fromMin);
  const minutes = Number(form.endTime.slice(0, 2)) * 60 + Number(form.endTime.slice(3));
  const to = toMin ?? (fromMin === undefined ? minutes : fromMin + 90);
  return {
    ...(title && { title }),
    ...(people && { people: String(people) }),
    ...(categoryId && { categoryId: String(categoryId) }),
    ...(hostId && { hostId: String(hostId) }),
    ...((day || fromMin !== undefined) && {
      startDate,
      startTime,
      endDate: to > 1440 ? addDays(startDate as LocalDate, 1) : startDate,
      endTime: clockText(to % 1440),
      ...usualPlaces(`${startDate}T${startTime}` as LocalDateTime),
    }),
    ...(every && { pattern: 'rule' as const, every: String(every.every), unit: every.unit, ownRule: '' }),
    ...(every && count && { ends: 'count' as const, count: String(count) }),
    ...((spaceId || layout) && {
      kind: 'space' as const,
      spaces: [usualSpace(choices, space, layout), ...form.spaces.slice(1)],
    }),
    ...(request.equipment.length && {
      equipment: request.equipment.map(({ typeId, quantity }) => ({
        typeId: String(typeId),
        quantity: String(quantity),
        unitId: '',
      })),
    }),
  };
}

const WasRead = ({ reading }: { readonly reading: QuickReading | null }) => (
  <div id="quick-line-read" aria-live="polite" className="mt-1 text-note">
    {!reading && <span className="text-soft">{t`Or fill in the fields below; both go together.`}</span>}
    {reading && reading.read.length > 0 && (
      <ul className="flex flex-wrap gap-x-4 gap-y-0.5">
        {reading.read.map(({ text: piece, as }) => (
          <li key={piece}>
            <span className="text-soft">{piece}</span> → {as}
          </li>
        ))}
      </ul>
    )}
    {reading && reading.unread.length > 0 && (
      <p className="font-semibold text-conflict">{t`Not read: ${reading.unread.map((word) => `“${word}”`).join(', ')}. Say it in the fields below.`}</p>
    )}
  </div>
);

/** One line that fills the form, and how each word of it was read. */
export const QuickField = memo(function QuickField({ form, choices }: Pick<PartProps, 'form' | 'choices'>) {
  const [text, setText] = useState('');
  const [reading, setReading] = useState<QuickReading | null>(null);
  const fill = async () => {
    if (!text.trim()) return;
    const found = await readQuickLine(text, choices);
    const values = form.getValues();
    for (const [name, value] of Object.entries(fieldsOf(found, values, choices)))
      form.setValue(name as keyof AskForm, value as never, { shouldDirty: true });
    setReading(found);
  };
  return (
    <div className="mb-4 border-l-4 border-strong-rule bg-sunk px-3 py-2">
      <label htmlFor="quick-line" className="font-semibold">{t`In one line`}</label>
      <div className="flex gap-2">
        <TextField
          id="quick-line"
          placeholder={t`thu 14-16 potting studio 20 people round tables`}
          aria-describedby="quick-line-read"
          value={text}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => {
            if (event.key !== 'Enter') return;
            event.preventDefault();
            void fill();
          }}
        />
        <Button className="whitespace-nowrap" onClick={() => void fill()}>{t`Fill in`}</Button>
      </div>
      <WasRead reading={reading} />
    </div>
  );
});
