import { useEffect, useState } from 'react';
import type { ErrorReply } from '@/contracts/base/refusal';
import { unreachable } from '@/ui/hooks/send';
import type {
  DateAlternatives,
  RivalAlternatives,
  SeriesAlternativeView,
  SharedAlternatives,
  AlternativesBody,
  AlternativesLine,
} from '@/contracts/alternatives/alternatives';

export interface WaysFound {
  readonly dates: readonly DateAlternatives[];
  readonly series: readonly SeriesAlternativeView[];
  readonly rivals: readonly RivalAlternatives[];
  readonly shared: readonly SharedAlternatives[];
  /** Null before the first line. */
  readonly progress: { readonly done: number; readonly of: number } | null;
  /** What was not looked at, or why it ended early. */
  readonly notes: readonly string[];
  readonly isOver: boolean;
}

const NOTHING: WaysFound = {
  dates: [],
  series: [],
  rivals: [],
  shared: [],
  progress: null,
  notes: [],
  isOver: false,
};

function withLine(found: WaysFound, line: AlternativesLine): WaysFound {
  const noted = (note: string | null) => (note === null ? found.notes : [...found.notes, note]);
  switch (line.line) {
    case 'progress':
      return { ...found, progress: { done: line.done, of: line.of } };
    case 'date':
      return { ...found, dates: [...found.dates, line] };
    case 'series':
      return { ...found, series: line.ways, notes: noted(line.cut) };
    case 'rival':
      return { ...found, rivals: [...found.rivals, line] };
    case 'shared':
      return { ...found, shared: [...found.shared, line] };
    case 'end':
      return { ...found, notes: noted(line.notLookedAt), isOver: true };
    case 'failed':
      return { ...found, notes: noted(line.message), isOver: true };
  }
}

/** Reads lines of JSON as they come in. */
async function* readLines(body: ReadableStream<Uint8Array>): AsyncGenerator<AlternativesLine> {
  const reader = body
    .pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>)
    .getReader();
  let rest = '';
  for (;;) {
    const { value, done } = await reader.read();
    if (done) return;
    const lines = (rest + value).split('\n');
    rest = lines.pop()!;
    for (const line of lines) if (line) yield JSON.parse(line) as AlternativesLine;
  }
}

async function refusalIn(reply: Response): Promise<string> {
  const body = (await reply.json().catch(() => null)) as ErrorReply | null;
  return body?.error.message ?? unreachable.message;
}

// Long enough that what is being typed is not searched for letter by letter.
const PAUSE_MS = 600;

/**
 * Alternatives of what stands in `body`, shown as they are found; looked for anew whenever `key` changes, and not at all
 * while the body is null.
 */
export function useAlternatives(body: AlternativesBody | null, key: string) {
  const [state, setState] = useState<{ key: string; found: WaysFound }>({ key: '', found: NOTHING });
  const [turn, setTurn] = useState(0);
  const [stopped, setStopped] = useState('');
  const text = body && JSON.stringify(body);
  const asked = text === null ? '' : `${turn} ${key} ${text}`;
  useEffect(() => {
    if (text === null || stopped === asked) return;
    const abort = new AbortController();
    const show = (change: (found: WaysFound) => WaysFound) =>
      setState((before) => ({ key: asked, found: change(before.key === asked ? before.found : NOTHING) }));
    const look = async () => {
      const reply = await fetch('/api/alternatives', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: text,
        signal: abort.signal,
      });
      if (!reply.ok || !reply.body) {
        const note = await refusalIn(reply);
        return show((found) => ({ ...found, notes: [note], isOver: true }));
      }
      for await (const line of readLines(reply.body)) show((found) => withLine(found, line));
    };
    const timer = setTimeout(() => {
      look().catch(() => {
        if (!abort.signal.aborted)
          show((found) => ({ ...found, notes: [unreachable.message], isOver: true }));
      });
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      abort.abort();
    };
  }, [text, asked, stopped]);
  return {
    found: state.key === asked ? state.found : NOTHING,
    isStopped: stopped !== '' && stopped === asked,
    stop: () => setStopped(asked),
    again: () => {
      setStopped('');
      setTurn((before) => before + 1);
    },
  };
}
