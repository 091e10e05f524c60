import { useCallback, useRef } from 'react';

/** One key for one intent: what is sent twice is one thing, something else is another. */
export function useIntentKey(): (what: unknown) => string {
  const intent = useRef({ text: '', key: '' });
  return useCallback((what: unknown) => {
    const text = JSON.stringify(what);
    if (intent.current.text !== text) intent.current = { text, key: crypto.randomUUID() };
    return intent.current.key;
  }, []);
}
