import { expect, it } from 'vitest';
import { acos, asin, atan2, cos, sin, tan } from './trigonometry';

/** Units in the last place between two numbers of about the same size. */
const off = (a: number, b: number): number => Math.abs(a - b) / (2 ** Math.floor(Math.log2(Math.max(Math.abs(b), 2 ** -40))) * 2 ** -52);

it('agrees with published figures', () => {
  // Abramowitz and Stegun, Handbook of Mathematical Functions, table 4.6 (radians) and 4.14
  expect(sin(1)).toBeCloseTo(0.8414709848078965, 15);
  expect(cos(1)).toBeCloseTo(0.5403023058681397, 15);
  expect(sin(1.5)).toBeCloseTo(0.9974949866040544, 15);
  expect(atan2(0.5, 1)).toBeCloseTo(0.4636476090008061, 15);
  expect(4 * atan2(1, 1)).toBe(Math.PI);
});

it('lies within a unit in the last place of the host, whose own digits differ', () => {
  let worst = { trig: 0, tan: 0, arc: 0 };
  for (let i = 0; i < 40_000; i++) {
    const x = ((i * 0.7548776662466927) % 1) * (i % 3 === 0 ? 1e5 : i % 3 === 1 ? 7 : 0.3) * (i % 2 ? -1 : 1);
    const y = ((i * 0.5698402909980532) % 1) * 2 - 1;
    const u = 1 - 2 * ((i * 0.3247) % 1);
    worst = {
      trig: Math.max(worst.trig, off(sin(x), Math.sin(x)), off(cos(x), Math.cos(x))),
      tan: Math.max(worst.tan, Math.abs(Math.tan(x)) < 1e3 ? off(tan(x), Math.tan(x)) : 0),
      arc: Math.max(worst.arc, off(atan2(y, x), Math.atan2(y, x)), off(acos(u), Math.acos(u)), off(asin(u), Math.asin(u))),
    };
  }
  expect(worst.trig).toBeLessThanOrEqual(1);
  expect(worst.tan).toBeLessThanOrEqual(3);
  expect(worst.arc).toBeLessThanOrEqual(3);
});

it('does at the corners what the host does', () => {
  const edges = [0, -0, 1, -1, 0.5, Infinity, -Infinity, NaN, 1e-300, -1e300];
  for (const y of edges.filter((e) => !Number.isNaN(e)))
    for (const x of edges.filter((e) => !Number.isNaN(e))) expect(atan2(y, x)).toBeCloseTo(Math.atan2(y, x), 14);
  expect([atan2(NaN, 1), atan2(1, NaN)]).toEqual([NaN, NaN]);
  for (const [y, x] of [[0, -1], [-0, -1], [0, 1], [-0, 1]] as const) expect(Object.is(atan2(y, x), Math.atan2(y, x))).toBe(true); // prettier-ignore
  expect([sin(0), cos(0), acos(1), acos(-1), asin(1)]).toEqual([0, 1, 0, Math.PI, Math.PI / 2]);
  expect([acos(1.1), sin(Infinity), cos(NaN)]).toEqual([NaN, NaN, NaN]);
});
