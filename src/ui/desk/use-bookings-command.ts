import { useState } from 'react';
import { t } from '@/contracts/language/translate';
import type { BookingLine } from '@/contracts/decisions/bookings';
import type { ChangeBody } from '@/contracts/requests/change';
import { countText } from '@/contracts/words/when';
import { useChange } from '@/ui/requests/use-change';
import { usePreview } from '@/ui/requests/use-preview';
import { COMMANDS, itemsOfLines, moveStep, type Command, type MoveFields } from './bookings-step';

/** What is chosen and typed, as it stands; one field is changed at a time. */
const UNTOUCHED = {
  command: 'move' as Command,
  move: { days: '', startsAt: '', space: '' } as MoveFields,
  category: '',
  reason: '',
  /** Cancelling is pressed twice. */
  isMeant: false,
  keepIndoors: false,
};
export type CommandFields = typeof UNTOUCHED;

// What it would do does not hang on the words: it is not asked again while they are typed.
const withoutReason = (step: ChangeBody['step']): ChangeBody['step'] =>
  'reason' in step ? { ...step, reason: '' } : step;

/** Why there is nothing to do yet with what is picked. */
function whyNothing(command: Command, isSaid: boolean): string {
  if (command === 'category') return t`Choose a category first.`;
  return isSaid ? t`None of them can: what is in the way is said above.` : t`Say first where they move to.`;
}

/** The step that is asked for with these bookings; null where it is none, or says nothing yet. */
function stepOf({ command, move, reason, keepIndoors }: CommandFields, lines: readonly BookingLine[]) {
  if (command === 'move') return moveStep(move, lines, reason, keepIndoors);
  return command === 'cancel' ? ({ action: 'cancel', reason } as const) : null;
}

/** What the press does, by number. */
function sayCommand(
  { command, isMeant }: CommandFields,
  requests: number,
  possible: number,
  blocked: number,
) {
  if (command === 'category') return t`Change the category of ${countText(requests, 'request', 'requests')}`;
  if (blocked > 0) return t`${COMMANDS[command]} the ${possible} that can be`;
  const bookings = countText(possible, 'booking', 'bookings');
  return isMeant && command === 'cancel' ? t`Cancel these ${bookings}` : `${COMMANDS[command]} ${bookings}`;
}

/** What is chosen to be done with the picked bookings, and what it would do. */
function useForeseen(fields: CommandFields, picked: readonly BookingLine[]) {
  const { command, category, reason } = fields;
  const items = itemsOfLines(picked);
  const step = stepOf(fields, picked);
  const preview = usePreview(step && withoutReason(step), items);
  const seen = typeof preview === 'string' ? null : preview;
  const blocked = new Set(seen?.blocked);
  const possible = picked.filter(({ occurrence }) => !blocked.has(occurrence));
  const needsReason = command === 'cancel' || (seen?.reasonFor.length ?? 0) > 0;
  const isReady = command === 'category' ? category !== '' : step !== null && possible.length > 0;
  const whyReason = needsReason && !reason.trim() ? t`Write why: those who asked read it.` : null;
  const whyOff = isReady ? whyReason : whyNothing(command, step !== null);
  const words = sayCommand(fields, items.length, possible.length, blocked.size);
  return { items, step, preview, possible, needsReason, whyOff, words };
}

/** A command for many bookings at once: as it is filled in, what it would do, and doing it. */
export function useBookingsCommand(picked: readonly BookingLine[], onDone: () => void) {
  const change = useChange({ reference: '', version: 1 });
  const [fields, setFields] = useState(UNTOUCHED);
  const set = (part: Partial<CommandFields>) => setFields((now) => ({ ...now, ...part }));
  const foreseen = useForeseen(fields, picked);
  const { items, possible } = foreseen;
  const recategorise = () =>
    change.runAt('/api/recategorise', {
      items: items.map(({ reference, version }) => ({ reference, version })),
      categoryId: Number(fields.category),
      reason: fields.reason,
    });
  const run = async () => {
    if (fields.command === 'cancel' && !fields.isMeant) return set({ isMeant: true });
    const step = stepOf(fields, possible);
    const isDone =
      fields.command === 'category'
        ? await recategorise()
        : step !== null && (await change.runFor(step, itemsOfLines(possible)));
    if (!isDone) return;
    const { move, reason, isMeant } = UNTOUCHED;
    set({ move, reason, isMeant });
    onDone();
  };
  return { change, fields, set, run, ...foreseen };
}
