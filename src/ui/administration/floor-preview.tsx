import { t } from '@/contracts/language/translate';
import { SIDES, type Room } from '@/core/seating/plan/room';
import { PlanDrawing } from '@/ui/seating/plan-drawing';
import type { Draft } from './form-model';

const MM = 1000;

/** Millimetres of a number of metres while it is typed; null where it is none yet. */
function mm(value: unknown): number | null {
  const metres = Number(String(value ?? '').replace(',', '.'));
  return String(value ?? '').trim() === '' || !Number.isFinite(metres) || metres < 0 || metres > 1000
    ? null
    : Math.round(metres * MM);
}

const rowsOf = (value: unknown): readonly Draft[] => (Array.isArray(value) ? (value as Draft[]) : []);

/** The floor that a form describes, as far as it can be read. */
function roomOf({ lengthM, widthM, doors, obstacles }: Draft): Room | null {
  const [widthMm, depthMm] = [mm(lengthM), mm(widthM)];
  if (!widthMm || !depthMm) return null;
  return {
    widthMm,
    depthMm,
    doors: rowsOf(doors).flatMap((door) => {
      const [offsetMm, wide] = [mm(door.offsetM), mm(door.widthM)];
      const side = SIDES.find((each) => each === door.side);
      return side && offsetMm !== null && wide ? [{ side, offsetMm, widthMm: wide }] : [];
    }),
    obstacles: rowsOf(obstacles).flatMap(({ x, y, w, h }) => {
      const [left, above, wide, deep] = [mm(x), mm(y), mm(w), mm(h)];
      return left !== null && above !== null && wide && deep ? [{ x: left, y: above, w: wide, h: deep }] : [];
    }),
  };
}

/** The floor as it is typed, drawn beside its doors and columns. */
export function FloorPreview({ draft }: { draft: Draft }) {
  const room = roomOf(draft);
  if (!room)
    return (
      <p className="basis-full text-soft">{t`Give length and width above; the floor is drawn here then.`}</p>
    );
  return (
    <div className="max-w-xl basis-full">
      <PlanDrawing room={room} plan={null} name={String(draft.name || t`the space`)} />
    </div>
  );
}
