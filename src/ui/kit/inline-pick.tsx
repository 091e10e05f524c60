'use client';
import { t } from '@/contracts/language/translate';
import { Checkbox } from './fields';
import { Popover, PopoverClose } from './popover';

interface InlinePickProps {
  /** What is picked: `Weekdays`. */
  readonly label: string;
  readonly options: readonly (readonly [value: string, text: string])[];
  readonly picked: readonly string[];
  /** What stands for none of them. */
  readonly none: string;
  onChange(picked: string[]): void;
}

/** A part of a sentence that names some of a few: the words themselves are pressed, and the choice opens beneath them. */
export function InlinePick({ label, options, picked, none, onChange }: InlinePickProps) {
  const chosen = options.filter(([value]) => picked.includes(value));
  const words = chosen.map(([, text]) => text).join(', ') || none;
  const flip = (value: string) =>
    onChange(options.flatMap(([each]) => ((each === value) !== picked.includes(each) ? [each] : [])));
  return (
    <Popover
      label={label}
      trigger={
        <button
          type="button"
          aria-label={`${label}: ${words}`}
          className="min-h-9 border-b-2 border-dotted border-strong-rule px-1 font-semibold hover:border-ink"
        >
          {words}
        </button>
      }
    >
      <fieldset className="grid gap-1">
        <legend className="sr-only">{label}</legend>
        {options.map(([value, text]) => (
          <label key={value} className="flex min-h-8 items-center gap-2">
            <Checkbox checked={picked.includes(value)} onChange={() => flip(value)} />
            {text}
          </label>
        ))}
      </fieldset>
      <PopoverClose className="mt-2 underline">{t`Done`}</PopoverClose>
    </Popover>
  );
}
