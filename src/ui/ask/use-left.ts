import { useEffect, useState } from 'react';
import { leftSchema, type LeftReply } from '@/contracts/calendar/left';
import { send } from '@/ui/hooks/send';
import type { AskForm } from './draft';
import { hasOwnTime, timesOf } from './form-body';
import type { Left } from './needs-section';

const PAUSE_MS = 300;

/** What is left of each kind of equipment at the time in the form; null until it is known. */
export function useLeft(form: AskForm): Left {
  const space = form.kind === 'space' ? form.spaces[0] : undefined;
  const [before, after] = hasOwnTime(form) ? [form.accessMin, form.exitMin] : [0, 0];
  const text = JSON.stringify({
    ...timesOf(form),
    beforeMin: Number(before) + Number(space?.setupMin ?? 0),
    afterMin: Number(after) + Number(space?.strikeMin ?? 0),
  });
  const [known, setKnown] = useState<{ text: string; left: Left }>({ text: '', left: null });
  useEffect(() => {
    const body: unknown = JSON.parse(text);
    if (!leftSchema.safeParse(body).success) return;
    const abort = new AbortController();
    const timer = setTimeout(() => {
      send<LeftReply>('POST', '/api/left', body, abort.signal)
        .then((reply) => reply.ok && setKnown({ text, left: new Map(reply.value.left) }))
        .catch((error: unknown) => {
          if (!abort.signal.aborted) throw error;
        });
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      abort.abort();
    };
  }, [text]);
  return known.text === text ? known.left : null;
}
