import { spaceFloor } from '@/server/use-cases/calendar/space-floor';
import { expectDone, refusalOf } from '@tests/builders/changes';
import { openOffice, SMALL_OFFICE } from '@tests/builders/office';

const [barn] = SMALL_OFFICE.buildings;
const measured = {
  lengthM: 9.07,
  widthM: 6.5,
  doors: [{ side: 'bottom' as const, offsetM: 1.02, widthM: 1.83 }],
  obstacles: [{ x: 4.01, y: 2.02, w: 0.4, h: 0.4 }],
};

test('a floor comes in whole cells: what stands in the way grows by rounding, what is free shrinks', async () => {
  const spaces = barn!.spaces.map((space) => {
    if (space.code === 'ST') return { ...space, ...measured };
    return space.code === 'HE' ? { ...space, areaM2: 96 } : space;
  });
  const office = await openOffice({ ...SMALL_OFFICE, buildings: [{ ...barn!, spaces }] });
  try {
    const studio = expectDone(await spaceFloor(office.reader, 'ST'));
    expect(studio).toMatchObject({
      name: 'Studio',
      isMeasured: true,
      layouts: [{ layout: 'classroom', seats: 24 }],
      room: {
        widthMm: 9050,
        depthMm: 6500,
        doors: [{ side: 'bottom', offsetMm: 1000, widthMm: 1800 }],
        obstacles: [{ x: 4000, y: 2000, w: 450, h: 450 }],
      },
    });
    // As three to two, where only the area is known.
    expect(expectDone(await spaceFloor(office.reader, 'HE'))).toMatchObject({
      isMeasured: false,
      room: { widthMm: 12_000, depthMm: 8000, doors: [] },
    });
    expect(refusalOf(await spaceFloor(office.reader, 'HW')).code).toBe('not-found');
    expect(refusalOf(await spaceFloor(office.reader, 'NOPE')).code).toBe('not-found');
  } finally {
    await office.close();
  }
});
