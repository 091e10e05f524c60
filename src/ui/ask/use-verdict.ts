'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import { checkSchema, type CheckBody, type CheckReply } from '@/contracts/requests/ask';
import type { AskChoices } from '@/contracts/requests/ask-choices';
import { catalogueOf } from '@/contracts/language/languages';
import { ownLanguage } from '@/contracts/language/translate';
import { ownSettings } from '@/contracts/language/own-settings';
import { faultsOfIssues, type ErrorReply, type FieldFault } from '@/contracts/base/refusal';
import type { Surroundings } from '@/contracts/requests/surroundings';
import type { Side } from '@/core/checks/rules/rule';
import type { Sent } from '@/ui/hooks/send';
import { useAsked } from '@/ui/hooks/use-asked';
import { wantedSurroundings, type Loaded } from './check-here';
import type { FromWorker, ToWorker } from './check-worker';

export type VerdictState =
  /** Something is missing or wrong; `before` is the last answer, to what was typed until then. */
  | { readonly kind: 'incomplete'; readonly before: CheckReply | null }
  | { readonly kind: 'checking'; readonly before: CheckReply | null }
  | { readonly kind: 'checked'; readonly reply: CheckReply }
  | { readonly kind: 'refused'; readonly error: ErrorReply['error'] };

/** What stands around the choice, loaded anew when space, equipment or the first day change. */
function useSurroundings(body: CheckBody): Loaded | null {
  const [loaded, setLoaded] = useState<Loaded | null>(null);
  const wanted = wantedSurroundings(body);
  const reply = useAsked<Surroundings>('/api/surroundings', wanted);
  // What is known stays until the next is there: the worker tells by it what it can.
  if (wanted && reply?.ok && reply.value !== loaded?.surroundings)
    setLoaded({ ...wanted, surroundings: reply.value });
  return loaded;
}

/** The verdict of the browser itself, made beside the typing; null until it is there, or where it cannot tell. */
function useCheckHere(
  text: string | null,
  loaded: Loaded | null,
  choices: AskChoices,
  side: Side,
): CheckReply | null {
  const [found, setFound] = useState<{ text: string; reply: CheckReply | null } | null>(null);
  const worker = useRef<Worker | null>(null);
  const asked = useRef({ turn: 0, text: '' });
  useEffect(() => {
    const own = new Worker(new URL('./check-worker.ts', import.meta.url), { type: 'module' });
    own.addEventListener('message', ({ data }: MessageEvent<FromWorker>) => {
      // Only the answer to the latest question counts.
      if (data.turn === asked.current.turn) setFound({ text: asked.current.text, reply: data.reply });
    });
    own.postMessage({
      kind: 'speak',
      settings: ownSettings(),
      language: ownLanguage(),
      texts: catalogueOf(ownLanguage()),
    } satisfies ToWorker);
    worker.current = own;
    return () => own.terminate();
  }, []);
  useEffect(() => {
    if (!loaded) return;
    const { spaces, equipment } = choices;
    worker.current?.postMessage({
      kind: 'know',
      loaded,
      choices: { spaces, equipment },
      side,
    } satisfies ToWorker);
  }, [loaded, choices, side]);
  useEffect(() => {
    if (text === null || !loaded) return;
    asked.current = { turn: asked.current.turn + 1, text };
    worker.current?.postMessage({
      kind: 'check',
      turn: asked.current.turn,
      body: JSON.parse(text) as CheckBody,
    } satisfies ToWorker);
  }, [text, loaded]);
  return found !== null && found.text === text ? found.reply : null;
}

/** The body without what is said of dates there are none of; nothing is said of any before they are known. */
export const ofKnownDates = <Body extends CheckBody>(
  body: Body,
  dates: ReadonlySet<string> | null,
): Body => ({
  ...body,
  overrides: (body.overrides ?? []).filter(({ at }) => dates?.has(at)),
});

interface Verdict {
  readonly state: VerdictState;
  /** What is missing or wrong in what is checked, by the field of the body. */
  readonly faults: readonly FieldFault[];
  /** Starts of the dates there are, left out or not made different; null until they are known. */
  readonly dates: ReadonlySet<string> | null;
}

/** Not a number is null in JSON, and as wrong as before: the schema says so either way. */
function faultsIn(text: string): FieldFault[] {
  const parsed = checkSchema.safeParse(JSON.parse(text));
  return parsed.success ? [] : faultsOfIssues(parsed.error.issues);
}

/** The last answer that was good, which is kept in sight while something is being put right. */
function useLastReply(answer: VerdictState | null): CheckReply | null {
  const [last, setLast] = useState<CheckReply | null>(null);
  const reply = answer?.kind === 'checked' ? answer.reply : null;
  // While drawing, so that no frame is without it.
  if (reply && reply !== last) setLast(reply);
  return last;
}

const verdictOf = (reply: Sent<CheckReply>): VerdictState =>
  reply.ok ? { kind: 'checked', reply: reply.value } : { kind: 'refused', error: reply.error };

/**
 * The verdict on what stands in the form: at once by the core in the browser where it knows the surroundings, and then
 * the server's, asked again whenever the form changes.
 */
export function useVerdict(whole: CheckBody, choices: AskChoices, side: Side): Verdict {
  const [known, setKnown] = useState<CheckReply | null>(null);
  const dates = useMemo(() => known && new Set(known.dates.map(({ key }) => key)), [known]);
  const body = ofKnownDates(whole, dates);
  const loaded = useSurroundings(body);
  const text = JSON.stringify(body);
  const faults = useMemo(() => faultsIn(text), [text]);
  const isComplete = faults.length === 0;
  const reply = useAsked<CheckReply>('/api/check', isComplete ? body : null);
  // While drawing, so that no frame is without it.
  if (reply?.ok && reply.value !== known) setKnown(reply.value);
  const here = useCheckHere(isComplete ? text : null, loaded, choices, side);
  const answer = reply ? verdictOf(reply) : here && { kind: 'checked' as const, reply: here };
  const before = useLastReply(answer);
  const found: VerdictState = !isComplete
    ? { kind: 'incomplete', before }
    : (answer ?? { kind: 'checking', before });
  return { state: found, faults, dates };
}
