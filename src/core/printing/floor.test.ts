import { LAYOUTS } from '../seating/layouts';
import { planSeating } from '../seating/plan/plan-seating';
import type { Room } from '../seating/plan/room';
import { floorHeight, floorMarks } from './floor';

const ROOM: Room = {
  widthMm: 12_000,
  depthMm: 9_000,
  doors: [{ side: 'bottom', offsetMm: 1_000, widthMm: 1_600 }],
  obstacles: [{ x: 6_000, y: 4_000, w: 400, h: 400 }],
};

test.each(LAYOUTS)('%s is drawn inside its place, to scale and whole', (layout) => {
  const wishes = { layout, people: 30, wheelchairs: 1, stage: null, roundSize: 8 as const, front: null };
  const { pieces } = planSeating(ROOM, wishes);
  for (const place of [
    { left: 40, top: 100, width: 500, height: 300 },
    { left: 40, top: 100, width: 200, height: 600 },
  ]) {
    const marks = floorMarks({ room: ROOM, pieces }, place);
    const [right, bottom] = [
      place.left + place.width,
      place.top + floorHeight({ room: ROOM, pieces }, place),
    ];
    expect(bottom).toBeLessThanOrEqual(place.top + place.height + 0.01);
    for (const mark of marks) {
      if (mark.kind === 'text') continue;
      const ends =
        mark.kind === 'line'
          ? [mark.x1, mark.y1, mark.x2, mark.y2]
          : mark.kind === 'box'
            ? [mark.x, mark.y, mark.x + mark.width, mark.y + mark.height]
            : [mark.x - mark.radius, mark.y - mark.radius, mark.x + mark.radius, mark.y + mark.radius];
      const [x1, y1, x2, y2] = ends as [number, number, number, number];
      if (Math.min(x1, x2) < place.left - 0.01 || Math.max(x1, x2) > right + 0.01)
        throw new Error(`${mark.kind} is beside its place`);
      if (Math.min(y1, y2) < place.top - 0.01 || Math.max(y1, y2) > bottom + 0.01)
        throw new Error(`${mark.kind} is beyond its place`);
    }
    // One mark a piece, one a column, an outline, two for a door, two lengths.
    expect(marks).toHaveLength(pieces.length + 1 + 1 + 2 + 2);
  }
});
