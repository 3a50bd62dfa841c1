import { expect, test } from 'vitest';
import { drainBack } from './drainBack.ts';

test('by hand: 1.32 m² fall by 1.6 cm and the pipes hold 6 L; a sump of 0.45 m² has 9 cm to its rim', () => {
  const back = drainBack([{ surfaceCm2: 13_200, runsBackCm: 1.6 }], {
    surfaceCm2: 4500,
    headroomCm: 9,
    pipesL: 6,
  });
  expect(back.comesL).toBeCloseTo(13.2 * 1.6 + 6, 9);
  expect(back.roomL).toBeCloseTo(40.5, 9);
  expect(back.fits).toBe(true);
  // two more like it, and it overflows
  const three = Array.from({ length: 3 }, () => ({ surfaceCm2: 13_200, runsBackCm: 1.6 }));
  expect(drainBack(three, { surfaceCm2: 4500, headroomCm: 9, pipesL: 6 })).toMatchObject({ fits: false });
});
