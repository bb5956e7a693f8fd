import { expect, it } from 'vitest';
import { sunPosition } from './sun-position';

it('stands where the worked example of the solar position algorithm has it (Reda and Andreas, NREL/TP-560-34302, appendix A.5, from memory)', () => {
  // 17 October 2003, 12:30:30 local time, seven hours behind, in Golden, Colorado: zenith 50.11162° with 0.0139° of bending, azimuth 194.34024°
  const { azimuth, height } = sunPosition({ latitude: 39.742476, longitude: -105.1786 }, new Date('2003-10-17T19:30:30Z'));
  expect(azimuth).toBeCloseTo(194.34, 1);
  expect(Math.abs(azimuth - 194.34024)).toBeLessThan(0.02);
  expect(Math.abs(height - (90 - 50.11162 - 0.0139))).toBeLessThan(0.02);
});

it('is highest in the south at noon, and by the slope of the axis at midsummer (closed form)', () => {
  // on the meridian of Greenwich, near the solstice of 2024: the equation of time is about 2 minutes
  const noon = sunPosition({ latitude: 51.4779, longitude: 0 }, new Date('2024-06-20T12:01:50Z'));
  expect(Math.abs(noon.azimuth - 180)).toBeLessThan(0.3);
  expect(noon.height).toBeCloseTo(90 - 51.4779 + 23.44, 1);
});
