import type { ReactNode } from 'react';
import { Radio } from './fields';

interface RadioGroupProps<Value extends string | number> {
  readonly legend: ReactNode;
  /** Heard, not seen: where what stands above says it already. */
  readonly isLegendHidden?: boolean;
  readonly name: string;
  readonly options: readonly (readonly [value: Value, words: ReactNode])[];
  readonly value: Value;
  onChange(value: NoInfer<Value>): void;
}

/** One of a few, all in sight. The browser's own radio buttons: they are walked by arrows and work in plain forms. */
export const RadioGroup = <Value extends string | number>({
  legend,
  isLegendHidden = false,
  name,
  options,
  value,
  onChange,
}: RadioGroupProps<Value>) => (
  <fieldset>
    <legend className={isLegendHidden ? 'sr-only' : 'font-semibold'}>{legend}</legend>
    <div className="flex flex-wrap gap-x-5 gap-y-1">
      {options.map(([each, words]) => (
        <label key={each} className="flex min-h-8 cursor-pointer items-center gap-2">
          <Radio name={name} className="size-5" checked={value === each} onChange={() => onChange(each)} />
          {words}
        </label>
      ))}
    </div>
  </fieldset>
);
