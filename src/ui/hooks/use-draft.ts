import { useCallback, useMemo, useSyncExternalStore } from 'react';

/** Goes up when what is kept changes its form: drafts of an older one are not read. */
const PREFIX = 'calendario-draft 1 ';
const listeners = new Set<() => void>();

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  window.addEventListener('storage', listener);
  return () => {
    listeners.delete(listener);
    window.removeEventListener('storage', listener);
  };
}

function store(name: string, text: string | null): void {
  if (text === null) localStorage.removeItem(PREFIX + name);
  else localStorage.setItem(PREFIX + name, text);
  for (const listener of listeners) listener();
}

/**
 * What is being written, kept in the browser under a name until it is sent: through a reload, another page and back.
 * Setting it to what is empty forgets it. `name` says what it is about, so that two forms do not share one.
 */
export function useDraft<Value>(name: string, empty: Value): [Value, (value: Value) => void] {
  const text = useSyncExternalStore(
    subscribe,
    () => localStorage.getItem(PREFIX + name),
    () => null,
  );
  const value = useMemo(() => (text === null ? empty : (JSON.parse(text) as Value)), [text, empty]);
  const set = useCallback(
    (next: Value) => {
      const isEmpty = JSON.stringify(next) === JSON.stringify(empty);
      store(name, isEmpty ? null : JSON.stringify(next));
    },
    [name, empty],
  );
  return [value, set];
}

/** Whoever signs in next is not shown what the last one wrote. */
export function forgetDrafts(): void {
  for (const key of Object.keys(localStorage))
    if (key.startsWith(PREFIX)) store(key.slice(PREFIX.length), null);
}
