import type { Rect } from './geometry';
import type { Wishes } from './pieces';
import { isFree, keptFree, type Room } from './room';
import { CELL_MM } from './rules';

/** The stage at the middle of the front wall, moved aside where something stands there; null where it has no room. */
export function stageAt(room: Room, stage: Wishes['stage']): Rect | null {
  if (!stage) return null;
  const taken = keptFree(room);
  const middle = Math.floor((room.widthMm - stage.widthMm) / 2);
  for (let aside = 0; aside <= middle; aside += CELL_MM)
    for (const x of aside ? [middle - aside, middle + aside] : [middle]) {
      const rect = { x, y: 0, w: stage.widthMm, h: stage.depthMm };
      if (x >= 0 && x + rect.w <= room.widthMm && rect.h <= room.depthMm && isFree(rect, taken)) return rect;
    }
  return null;
}
