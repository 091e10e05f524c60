'use client';
import { useEffect, useRef, useState, type ChangeEvent, type KeyboardEvent } from 'react';

/** How a value is written, read and moved by keys. A value is text of one form; '' is none. */
export interface TypedKind {
  write(value: string): string;
  /** Null where nobody can read it; undefined where what reads it is not there yet. */
  read(text: string): string | null | undefined;
  /** For what was undefined. */
  readLater(text: string): Promise<string | null>;
  /** Written out in full: taken over with its last letter. */
  readonly whole: RegExp;
  /** The value so many steps on, for the arrow keys; of none, where one begins. */
  step(value: string, by: number): string;
}

interface Typing {
  readonly text: string;
  /** What the field held when it was typed: once that changes from outside, it is what counts. */
  readonly value: string;
  readonly isUnread: boolean;
}

/** Somebody who stops for so long has written what they meant. */
const PAUSE_MS = 700;

/** What stands in the field while it is typed, and reading it: when it is complete, after a pause, on Enter and on leaving. */
function useReading(kind: TypedKind, value: string, onChange: (value: string) => void) {
  const [typing, setTyping] = useState<Typing | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  // What is read later is put where the form stands then, not where it stood when it was typed.
  const now = useRef({ text: '', value, onChange });
  useEffect(() => {
    now.current = { ...now.current, value, onChange };
  });
  useEffect(() => () => clearTimeout(timer.current), []);
  const own = typing && typing.value === value ? typing : null;

  const take = (text: string, found: string | null, isLeft: boolean) => {
    const next = found ?? '';
    const isUnread = found === null && text.trim() !== '';
    setTyping(isLeft && !isUnread ? null : { text, value: next, isUnread });
    if (next !== now.current.value) now.current.onChange(next);
  };
  /** @returns false where what reads it has still to be loaded: until then the field holds none, never what was before */
  const commit = (text: string, isLeft: boolean): boolean => {
    clearTimeout(timer.current);
    const found = text.trim() === '' ? '' : kind.read(text);
    if (found !== undefined) take(text, found, isLeft);
    else {
      setTyping({ text, value: '', isUnread: false });
      if (now.current.value !== '') now.current.onChange('');
      void kind.readLater(text).then((late) => now.current.text === text && take(text, late, isLeft));
    }
    return found !== undefined;
  };
  const type = (text: string) => {
    now.current.text = text;
    clearTimeout(timer.current);
    if (kind.whole.test(text.trim())) return void commit(text, false);
    setTyping({ text, value, isUnread: false });
    timer.current = setTimeout(() => commit(text, false), PAUSE_MS);
  };
  return { own, commit, type, forget: () => setTyping(null) };
}

/**
 * A field that is typed into as one speaks and holds a value of one form. What is typed is taken over when it is
 * complete, after a pause, by Enter and on leaving; what cannot be read stays in the field, which then holds none.
 */
export function useTyped(kind: TypedKind, value: string, onChange: (value: string) => void) {
  const { own, commit, type, forget } = useReading(kind, value, onChange);
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    // A form is sent with what was typed, or not yet.
    if (event.key === 'Enter' && own && !commit(own.text, true)) event.preventDefault();
    const by = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    if (by === undefined || event.altKey || own?.isUnread) return;
    event.preventDefault();
    forget();
    onChange(kind.step((own && kind.read(own.text)) || value, by));
  };
  return {
    isUnread: own?.isUnread ?? false,
    /** What was made of what stands there, while it is typed. */
    understood:
      own && !own.isUnread && own.value !== '' && own.text !== kind.write(own.value)
        ? kind.write(own.value)
        : '',
    forget,
    input: {
      value: own?.text ?? kind.write(value),
      autoComplete: 'off',
      spellCheck: false,
      onChange: ({ target }: ChangeEvent<HTMLInputElement>) => type(target.value),
      onBlur: () => void (own && commit(own.text, true)),
      onKeyDown,
    },
  };
}
