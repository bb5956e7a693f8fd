import { asin, atan2, cos, sin, tan } from '../geometry/numbers/trigonometry';
import type { Sun } from './shadows';

const DEGREE = Math.PI / 180;
const turn = (degrees: number): number => ((degrees % 360) + 360) % 360;

/**
 * Where the sun stands at a place and a moment, without the bending of light by the air: to a hundredth of a degree from 1950 to 2050.
 * Source of the method: The Astronomical Almanac, low precision formulas for the Sun's coordinates (Michalsky, Solar Energy 40, 1988).
 * @param at degrees: latitude north, longitude east
 */
export function sunPosition(at: { readonly latitude: number; readonly longitude: number }, moment: Date): Sun {
  const days = moment.getTime() / 86_400_000 + 2_440_587.5 - 2_451_545;
  const anomaly = turn(357.528 + 0.9856003 * days) * DEGREE;
  const mean = turn(280.46 + 0.9856474 * days);
  const ecliptic = (mean + 1.915 * sin(anomaly) + 0.02 * sin(2 * anomaly)) * DEGREE;
  const obliquity = (23.439 - 0.0000004 * days) * DEGREE;
  const ascension = atan2(cos(obliquity) * sin(ecliptic), cos(ecliptic));
  const declination = asin(sin(obliquity) * sin(ecliptic));
  const hours = (moment.getTime() % 86_400_000) / 3_600_000;
  const sidereal = 6.697375 + 0.0657098242 * (days - hours / 24) + 1.00273790935 * hours;
  const hourAngle = turn(sidereal * 15 + at.longitude - ascension / DEGREE) * DEGREE;
  const latitude = at.latitude * DEGREE;
  const height = asin(sin(latitude) * sin(declination) + cos(latitude) * cos(declination) * cos(hourAngle));
  const azimuth = atan2(-sin(hourAngle), tan(declination) * cos(latitude) - sin(latitude) * cos(hourAngle));
  return { azimuth: turn(azimuth / DEGREE), height: height / DEGREE };
}
