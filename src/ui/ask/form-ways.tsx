'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import type { CheckBody, CheckReply } from '@/contracts/requests/ask';
import type { SeriesAlternativeView, AlternativeView } from '@/contracts/alternatives/alternatives';
import { countText } from '@/contracts/words/when';
import { useAlternatives } from '@/ui/alternatives/use-alternatives';
import { Alternatives } from '@/ui/alternatives/alternatives';
import type { AskForm } from './draft';
import type { PartProps } from './part-props';
import { fitsFields, takeForDates, takeInFields } from './take-way';

interface FormWaysProps extends Pick<PartProps, 'form' | 'choices'> {
  readonly reply: CheckReply;
  readonly body: CheckBody;
}

/** Alternatives of what the form asks for; taking one changes the fields, or what differs on the date. */
export function FormWays({ form, choices, reply, body }: FormWaysProps) {
  const isTroubled = reply.dates.some(({ verdict }) => verdict !== 'clear');
  const ways = useAlternatives(isTroubled ? { of: 'form', check: body } : null, 'form');
  if (!isTroubled) return null;
  const { getValues, setValue } = form;
  const set = (changes: Partial<AskForm>) => {
    for (const [field, value] of Object.entries(changes))
      setValue(field as keyof AskForm, value, { shouldDirty: true });
  };
  const takeOne = (way: AlternativeView, at: string) => {
    const values = getValues();
    const isFields = values.pattern === 'once' && fitsFields(values, choices, way.patch);
    const { patch, sentence } = way;
    set(
      isFields
        ? takeInFields(values, choices, patch)
        : { differing: takeForDates(values.differing, [{ at, patch, sentence }]) },
    );
  };
  const takeSeries = (way: SeriesAlternativeView) =>
    set({
      differing: takeForDates(
        getValues('differing'),
        way.changes.map(({ key, patch, sentence }) => ({ at: key, patch, sentence })),
      ),
    });
  return (
    <Alternatives
      ways={ways}
      isSeries={reply.dates.length > 1}
      actions={{
        one: (way, { key }) =>
          way.hire ? (
            <span className="text-note text-soft">{t`That is done at the desk, once it is asked for.`}</span>
          ) : (
            <Button isMain onClick={() => takeOne(way, key)}>{t`Take this`}</Button>
          ),
        series: (way) => (
          <Button
            isMain
            onClick={() => takeSeries(way)}
          >{t`Take this for ${countText(way.changes.length, 'date', 'dates')}`}</Button>
        ),
      }}
    />
  );
}
