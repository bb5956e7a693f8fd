import type { Sun } from './shadows';
import { sunPosition } from './sun-position';

/** What a text for a sun may be. */
export const SUN_FORMS =
  'degrees round from north and up from the horizon, such as 225,45, or a place and a moment, such as 51.5,-0.1,2026-06-21T14:00Z';

/** The sun that a text tells, as `SUN_FORMS` says; else why it tells none. */
export function sunIn(text: string): { readonly sun: Sun } | { readonly why: string } {
  const [first, second, moment, ...more] = text.split(',').map((part) => part.trim());
  const figure = (part: string | undefined) => (part ? Number(part) : NaN);
  const [a, b] = [figure(first), figure(second)];
  const isPlace =
    moment !== undefined && Math.abs(a) <= 90 && Math.abs(b) <= 180 && /^\d{4}-\d\d-\d\d/.test(moment) && !Number.isNaN(Date.parse(moment));
  const { azimuth, height } = isPlace ? sunPosition({ latitude: a, longitude: b }, new Date(moment)) : { azimuth: a, height: b };
  if (isPlace && height <= 0) return { why: `there the sun stands ${(-height).toFixed(1)}° below the horizon then` };
  if (more.length || (moment !== undefined && !isPlace) || !(azimuth >= 0 && azimuth <= 360 && height > 0 && height <= 90))
    return { why: `it takes ${SUN_FORMS}` };
  return { sun: { azimuth, height } };
}
