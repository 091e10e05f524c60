'use client';
import { useId, useSyncExternalStore, type ComponentProps, type ReactNode } from 'react';
import type { useTyped } from './use-typed';

export interface TypedProps {
  readonly id?: string;
  /** Of a form that the browser sends: its value goes under this name. */
  readonly name?: string;
  /** How wide it is, and where it is put. */
  readonly className?: string;
  readonly isRequired?: boolean;
  readonly 'aria-label'?: string;
  readonly 'aria-describedby'?: string;
  readonly 'aria-invalid'?: boolean;
}

const never = () => () => undefined;

interface SentProps {
  /** Of the field that scripts draw: its label names this one too. */
  readonly id: string | undefined;
  readonly name: string;
  readonly value: string;
  /** How it is written where no scripts are there to read it. */
  readonly plain: string;
}

/** What a form that the browser sends says of a field; where there are no scripts, a plain field for its value. */
export function SentValue({ id, name, value, plain }: SentProps) {
  const hasScripts = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  if (hasScripts) return <input type="hidden" name={name} value={value} />;
  return (
    <noscript>
      <input
        className="control"
        name={name}
        defaultValue={value}
        placeholder={plain}
        aria-labelledby={id && `${id}-label`}
      />
    </noscript>
  );
}

interface UnderstoodProps {
  readonly about: string;
  readonly fault: string;
  readonly typed: ReturnType<typeof useTyped>;
}

const Understood = ({ about, fault, typed }: UnderstoodProps) => (
  <span id={about} role="status" className="block text-note">
    {fault && <span className="block font-semibold text-conflict">{fault}</span>}
    {/* Over what is below: were it to push that down, the press that leaves the field would miss its button. */}
    {!fault && typed.understood && (
      <span className="sheet pointer-events-none absolute top-full left-0 z-40 mt-0.5 px-2 whitespace-nowrap text-soft shadow">
        {typed.understood}
      </span>
    )}
  </span>
);

interface TypedInputProps extends TypedProps {
  readonly typed: ReturnType<typeof useTyped>;
  readonly value: string;
  /** What is wrong with what stands there; empty where nothing is. */
  readonly fault: string;
  /** How it is written where no scripts are there to read it. */
  readonly plain: string;
  readonly own?: Pick<ComponentProps<'input'>, 'onFocus' | 'placeholder'>;
  readonly children?: ReactNode;
}

/** The field itself, with what was understood and what is wrong beneath it. */
export function TypedInput({
  typed,
  value,
  fault,
  plain,
  own,
  children,
  name,
  className = '',
  isRequired,
  ...aria
}: TypedInputProps) {
  const about = useId();
  const described = [aria['aria-describedby'], fault ? about : ''].filter(Boolean).join(' ');
  return (
    <span className={`relative block ${className}`}>
      <span className="relative block needs-scripts">
        <input
          {...aria}
          {...own}
          {...typed.input}
          required={isRequired}
          aria-invalid={fault !== '' || aria['aria-invalid']}
          aria-describedby={described || undefined}
          className={`control font-normal text-ink ${children ? 'pr-9' : ''}`}
        />
        {children}
      </span>
      {name !== undefined && <SentValue id={aria.id} name={name} value={value} plain={plain} />}
      <Understood about={about} fault={fault} typed={typed} />
    </span>
  );
}
