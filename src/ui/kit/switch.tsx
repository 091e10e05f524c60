import type { ReactNode } from 'react';

interface SwitchProps {
  readonly isOn: boolean;
  onChange(isOn: boolean): void;
  /** What is on or off. */
  readonly children: ReactNode;
}

/** Something that is on or off, rather than one of several ticked: the browser's own box, told and drawn as a switch. */
export const Switch = ({ isOn, onChange, children }: SwitchProps) => (
  <label className="flex min-h-8 cursor-pointer items-center gap-2">
    <input
      type="checkbox"
      role="switch"
      checked={isOn}
      onChange={({ target }) => onChange(target.checked)}
      className="relative h-5 w-9 shrink-0 cursor-pointer appearance-none border-2 border-strong-rule bg-paper before:absolute before:inset-y-0 before:left-0 before:w-1/2 before:bg-strong-rule checked:border-accent checked:before:left-1/2 checked:before:bg-accent"
    />
    <span>{children}</span>
  </label>
);
