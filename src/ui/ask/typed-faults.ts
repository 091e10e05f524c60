import type { FieldFault } from '@/contracts/base/refusal';
import type { AskForm } from './draft';

/** What is typed in the field a fault is about; null where the fault is about no single field. */
function typedIn(path: string, form: AskForm): string | null {
  const line = /^(spaces|equipment)\.(\d+)\.(\w+)$/.exec(path);
  if (line) {
    const [, list, index, name] = line as unknown as [string, 'spaces' | 'equipment', string, string];
    // A line that was added asks for its thing; the first of a loan stands there from the beginning.
    if (name === 'typeId') return form.kind === 'loan' && index === '0' ? null : 'added';
    return (form[list][Number(index)] as unknown as Record<string, string> | undefined)?.[name] ?? null;
  }
  if (path === 'people' || path === 'accessMin' || path === 'exitMin') return form[path];
  // How far it goes on is still to be said: that is missing, not wrong.
  if (path.startsWith('when.repeat')) return isEndMissing(form) ? null : form.every;
  if (path === 'when.endsAt') return form.endTime && form.startTime;
  return path === 'equipment' && form.equipment.length > 0 ? 'added' : null;
}

function isEndMissing({ ends, until, count }: AskForm): boolean {
  if (ends === 'until') return until.trim() === '';
  return ends === 'count' && count.trim() === '';
}

/**
 * What of the faults of an unfinished form is said at once: where something is typed that cannot be meant. What is only
 * still missing is said when it is sent.
 */
export const typedFaults = (faults: readonly FieldFault[], form: AskForm): FieldFault[] =>
  faults.filter(({ path }) => Boolean(typedIn(path, form)?.trim()));
