/** What stands in the fields, as typed. */
export type SearchText = Readonly<Record<string, string>>;

export interface FieldText {
  readonly text: SearchText;
  /** What is wrong, by field. */
  readonly faults: Readonly<Record<string, string>>;
}

/** A labelled field of a plain form, with what is wrong below it. */
export function Field({
  name,
  label,
  type,
  text,
  faults,
  ...more
}: { name: string; label: string; type: string; min?: number; max?: number } & FieldText) {
  const fault = faults[name];
  return (
    <label>
      {label}
      <input
        className="field"
        name={name}
        type={type}
        defaultValue={text[name]}
        aria-invalid={fault !== undefined}
        {...more}
      />
      {fault && (
        <span role="alert" className="block text-[0.92rem] text-clash">
          {fault}
        </span>
      )}
    </label>
  );
}

/** A labelled choice from a list; `any` stands for none of them. */
export function Choice({
  name,
  label,
  any,
  options,
  text,
}: FieldText & {
  name: string;
  label: string;
  any: string | null;
  options: readonly (readonly [value: string, words: string])[];
}) {
  return (
    <label>
      {label}
      <select className="field" name={name} defaultValue={text[name] ?? ''}>
        {any !== null && <option value="">{any}</option>}
        {options.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}
