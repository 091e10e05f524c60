import { t } from '@/contracts/language/translate';
import { VERDICT_WORDS } from '@/contracts/words/states';
import type { BoardOffice } from './board-office';
import { sayHours } from './move';
import type { BoardRow } from './rows';
import type { DragPreview } from './drag-preview';

const nameOf = (row: BoardRow | undefined): string =>
  row?.kind === 'space' ? row.space.name : row?.kind === 'pool' ? row.pool.name : '';

function sayDragPreview(dragPreview: DragPreview, house: BoardOffice, rows: readonly BoardRow[]): string {
  const hours = sayHours(dragPreview, house.tzid);
  if (dragPreview.kind === 'pick') {
    const [from, to] = [
      Math.min(dragPreview.fromRow, dragPreview.toRow),
      Math.max(dragPreview.fromRow, dragPreview.toRow),
    ];
    const names = rows
      .slice(from, to + 1)
      .map(nameOf)
      .filter(Boolean);
    return t`${names.join(t` and `)}, ${hours}. Enter asks for it.`;
  }
  const { title } = dragPreview.booking.known;
  if (!dragPreview.move)
    return t`“${title}” is taken up. Arrows move it, Shift and arrows lengthen it, Escape leaves it.`;
  const { verdict, sentences } = dragPreview.move.verdict;
  return t`“${title}” to ${nameOf(rows[dragPreview.row])}, ${hours}: ${VERDICT_WORDS[verdict]}. ${sentences[0] ?? ''}`;
}

interface NoteProps {
  readonly note: string | null;
  readonly dragPreview: DragPreview | null;
  readonly house: BoardOffice;
  readonly rows: readonly BoardRow[];
}

/** One line under the board: what the pointer or the focus is on; while something is picked or moved, how it stands. */
export function NoteStrip({ note, dragPreview, house, rows }: NoteProps) {
  return (
    <div className="no-print min-h-[3.2em] px-1 pt-1 text-note">
      <p aria-live="polite">{dragPreview ? sayDragPreview(dragPreview, house, rows) : ''}</p>
      {!dragPreview && <p className={note ? '' : 'text-soft'}>{note ?? hint()}</p>}
      <p
        id="board-keys"
        className="sr-only"
      >{t`Arrow keys pick a time and a space, Shift and arrows lengthen it, Enter asks for it, plus and minus zoom. On a booking, M takes it up to be moved.`}</p>
    </div>
  );
}

const hint = (): string =>
  t`Draw over a free stretch to ask for it; with the board in focus, the arrow keys do the same.`;
