import { useMemo } from 'react';
import { leftSchema, type LeftReply } from '@/contracts/calendar/left';
import { useAsked } from '@/ui/hooks/use-asked';
import type { AskForm } from './draft';
import { hasOwnTime, timesOf } from './form-body';
import type { Left } from './needs-section';

/** What is left of each kind of equipment at the time in the form; null until it is known. */
export function useLeft(form: AskForm): Left {
  const space = form.kind === 'space' ? form.spaces[0] : undefined;
  const [before, after] = hasOwnTime(form) ? [form.accessMin, form.exitMin] : [0, 0];
  const body = {
    ...timesOf(form),
    beforeMin: Number(before) + Number(space?.setupMin ?? 0),
    afterMin: Number(after) + Number(space?.strikeMin ?? 0),
  };
  const reply = useAsked<LeftReply>('/api/left', leftSchema.safeParse(body).success ? body : null);
  return useMemo(() => (reply?.ok ? new Map(reply.value.left) : null), [reply]);
}
