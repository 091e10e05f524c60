'use client';
import { TextField } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useCombobox, type UseComboboxReturnValue } from 'downshift';
import { useMemo, useState, type Ref } from 'react';

export interface Option {
  readonly value: string;
  readonly text: string;
  /** Stands behind the text; searched too. */
  readonly hint?: string;
  /** Options of one group stand together under its name. */
  readonly group?: string;
}

/** So many are listed; typing narrows them down. */
const MOST_SHOWN = 60;

const holds = ({ text, hint, group }: Option, words: readonly string[]): boolean => {
  const all = `${text} ${hint ?? ''} ${group ?? ''}`.toLowerCase();
  return words.every((word) => all.includes(word));
};

interface WhatFitsProps {
  readonly box: UseComboboxReturnValue<Option>;
  readonly found: Option[];
  readonly value: string;
}

const WhatFits = ({ box, found, value }: WhatFitsProps) => (
  <ul
    {...box.getMenuProps({ 'aria-label': t`What fits`, 'aria-labelledby': undefined })}
    className={`sheet absolute inset-x-0 top-full z-50 mt-0.5 max-h-72 overflow-y-auto py-1 shadow-lg ${box.isOpen ? '' : 'hidden'}`}
  >
    {box.isOpen &&
      found.map((option, index) => (
        <li
          key={option.value}
          {...box.getItemProps({ item: option, index })}
          className={`cursor-pointer px-3 py-1 ${box.highlightedIndex === index ? 'bg-sunk' : ''} ${option.value === value ? 'font-semibold' : ''}`}
        >
          {option.text}
          {(option.hint || option.group) && (
            <span className="ml-2 text-fine text-soft">
              {[option.hint, option.group].filter(Boolean).join(', ')}
            </span>
          )}
        </li>
      ))}
    {box.isOpen && !found.length && <li className="px-3 py-1 text-soft">{t`No name contains this.`}</li>}
  </ul>
);

interface ComboboxProps {
  readonly id?: string;
  readonly 'aria-invalid'?: boolean;
  readonly 'aria-describedby'?: string;
  readonly 'aria-label'?: string;
  readonly options: readonly Option[];
  readonly value: string;
  readonly placeholder?: string;
  readonly inputRef?: Ref<HTMLInputElement>;
  onChange(value: string): void;
}

/** A list one finds something in by typing any part of it. Leaving it with nothing chosen puts back what was. */
export function Combobox({ id, options, value, placeholder, onChange, inputRef, ...aria }: ComboboxProps) {
  const chosen = options.find((option) => option.value === value) ?? null;
  const [typed, setTyped] = useState<string | null>(null);
  const found = useMemo(() => {
    const words = (typed ?? '').toLowerCase().split(/\s+/).filter(Boolean);
    return options.filter((option) => holds(option, words)).slice(0, MOST_SHOWN);
  }, [options, typed]);
  const box = useCombobox<Option>({
    items: [...found],
    inputId: id,
    selectedItem: chosen,
    inputValue: typed ?? chosen?.text ?? '',
    itemToString: (option) => option?.text ?? '',
    // The first that fits is taken by Enter once something is typed.
    defaultHighlightedIndex: typed ? 0 : -1,
    onSelectedItemChange: ({ selectedItem }) => selectedItem && onChange(selectedItem.value),
    onIsOpenChange: ({ isOpen }) => {
      if (!isOpen) setTyped(null);
    },
  });
  return (
    <div className="relative">
      <TextField
        placeholder={placeholder ?? t`type any part`}
        {...box.getInputProps({
          ref: inputRef,
          ...aria,
          // The label belongs to the field that has this id.
          'aria-labelledby': undefined,
          onFocus: (event) => event.currentTarget.select(),
          // At once, in the event itself: told any later, letters typed quickly would get lost.
          onChange: (event) => setTyped(event.currentTarget.value),
        })}
      />
      <WhatFits box={box} found={found} value={value} />
    </div>
  );
}
