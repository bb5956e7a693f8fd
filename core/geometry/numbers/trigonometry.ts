/*
 * Sine, cosine and their inverses made of sums, products and roots alone, which every machine gives to the same bit. Those of the host
 * differ in their last digit from one browser to the next, and with them a drawing would. Method and constants: fdlibm 5.3 (Sun
 * Microsystems 1993, freely distributable), k_sin.c, k_cos.c, e_rem_pio2.c and s_atan.c. Errors below one unit in the last place.
 */

const TO_QUARTERS = 6.36619772367581382433e-1;
/** A quarter turn in three pieces of 33 bits, each with what is left of it. */
const QUARTER = [
  [1.57079632673412561417, 6.07710050650619224932e-11],
  [6.0771005063039659766e-11, 2.02226624879595063154e-21],
  [2.0222662487111664558e-21, 8.47842766036889956997e-32],
] as const;

/** Cancellation beyond which the next piece of a quarter turn is needed. */
const CANCELLED = [2 ** -16, 2 ** -49];

let _rest = 0;
let _tail = 0;

/** Takes whole quarter turns off an angle: leaves the rest, within an eighth of a turn, in _rest and _tail; returns how many, 0 to 3. */
function reduce(x: number): number {
  const quarters = Math.round(x * TO_QUARTERS);
  let r = x - quarters * QUARTER[0][0];
  let w = quarters * QUARTER[0][1];
  _rest = r - w;
  for (let k = 1; k < 3 && Math.abs(_rest) < Math.abs(x) * CANCELLED[k - 1]!; k++) {
    const [part, left] = QUARTER[k as 1 | 2];
    const t = r;
    w = quarters * part;
    r = t - w;
    w = quarters * left - (t - r - w);
    _rest = r - w;
  }
  _tail = r - _rest - w;
  return ((quarters % 4) + 4) % 4;
}

/** Sine of x + tail, |x| up to π/4. */
function sineNear(x: number, tail: number): number {
  const z = x * x;
  const v = z * x;
  const r =
    8.33333333332248946124e-3 +
    z * (-1.98412698298579493134e-4 + z * (2.75573137070700676789e-6 + z * (-2.50507602534068634195e-8 + z * 1.58969099521155010221e-10)));
  return x - (z * (0.5 * tail - v * r) - tail - v * -1.66666666666666324348e-1);
}

/** Cosine of x + tail, |x| up to π/4. */
function cosineNear(x: number, tail: number): number {
  const z = x * x;
  const r =
    z *
    (4.16666666666666019037e-2 +
      z *
        (-1.38888888888741095749e-3 +
          z *
            (2.48015872894767294178e-5 +
              z * (-2.75573143513906633035e-7 + z * (2.0875723212981748279e-9 + z * -1.13596475577881948265e-11)))));
  const half = 0.5 * z;
  const w = 1 - half;
  return w + (1 - w - half + (z * r - x * tail));
}

const turned = (quarters: number): number =>
  quarters === 0
    ? sineNear(_rest, _tail)
    : quarters === 1
      ? cosineNear(_rest, _tail)
      : quarters === 2
        ? -sineNear(_rest, _tail)
        : -cosineNear(_rest, _tail);

/** Sine of an angle in radians, up to some millions of turns. */
export const sin = (x: number): number => turned(reduce(x));
/** Cosine of an angle in radians, up to some millions of turns. */
export const cos = (x: number): number => turned((reduce(x) + 1) % 4);
/** Tangent of an angle in radians: within two units in the last place. */
export const tan = (x: number): number => sin(x) / cos(x);

const HIGH = [4.63647609000806093515e-1, 7.85398163397448278999e-1, 9.82793723247329054082e-1, 1.570796326794896558] as const;
const LOW = [2.26987774529616870924e-17, 3.06161699786838301793e-17, 1.39033110312309984516e-17, 6.12323399573676603587e-17] as const;
const TERMS = [
  3.33333333333329318027e-1, -1.99999999998764832476e-1, 1.42857142725034663711e-1, -1.1111110405462355788e-1, 9.09088713343650656196e-2,
  -7.69187620504482999495e-2, 6.66107313738753120669e-2, -5.83357013379057348645e-2, 4.97687799461593236017e-2, -3.6531572744216915527e-2,
  1.62858201153657823623e-2,
] as const;

/** Arc tangent of x, 0 or more. */
function arcOf(x: number): number {
  // the tangent counted from the nearest of 0, atan(1/2), π/4, atan(3/2) and π/2
  const near = x < 7 / 16 ? -1 : x < 11 / 16 ? 0 : x < 19 / 16 ? 1 : x < 39 / 16 ? 2 : 3;
  const t = [x, (2 * x - 1) / (2 + x), (x - 1) / (x + 1), (x - 1.5) / (1 + 1.5 * x), -1 / x][near + 1]!;
  const z = t * t;
  let sum = 0;
  for (let k = TERMS.length - 1; k >= 0; k--) sum = z * (TERMS[k]! + sum);
  return near < 0 ? t - t * sum : HIGH[near as 0] - (t * sum - LOW[near as 0] - t);
}

/** The angle from the x axis to (x, y), -π to π, as Math.atan2 gives it. */
export function atan2(y: number, x: number): number {
  if (Number.isNaN(x) || Number.isNaN(y)) return NaN;
  const isBack = x < 0 || Object.is(x, -0);
  const sign = y < 0 || Object.is(y, -0) ? -1 : 1;
  if (y === 0) return sign * (isBack ? Math.PI : 0);
  const [ax, ay] = [Math.abs(x), Math.abs(y)];
  if (ax === 0) return (sign * Math.PI) / 2;
  if (ax === Infinity) return sign * (ay === Infinity ? (isBack ? 3 : 1) * (Math.PI / 4) : isBack ? Math.PI : 0);
  const angle = ay === Infinity ? Math.PI / 2 : arcOf(ay / ax);
  return sign * (isBack ? Math.PI - (angle - 1.2246467991473532e-16) : angle);
}

/** Angle of a cosine, 0 to π; NaN beyond -1 and 1. */
export const acos = (x: number): number => atan2(Math.sqrt((1 - x) * (1 + x)), x);
/** Angle of a sine, -π/2 to π/2; NaN beyond -1 and 1. */
export const asin = (x: number): number => atan2(x, Math.sqrt((1 - x) * (1 + x)));
