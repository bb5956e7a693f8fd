import { describe, expect, it } from 'vitest';
import { frameFrom, type Frame } from '../../geometry/frame';
import type { Vec3 } from '../../geometry/vec3';
import { checkSight } from '../sight-schema';
import { frameAlong, pictorial, PICTORIAL, pictorialName, turnAndTilt, windOf } from './pictorial';

const DEGREE = Math.PI / 180;
const axes = (mainAngle = 0, north = 0) => ({
  origin: [0, 0, 0] as Vec3,
  mainAngle,
  trueNorth: [Math.sin(north), Math.cos(north)] as const,
});
/** How long a metre along an axis is drawn, and at what angle to the level, degrees. */
const drawn = ({ right, up }: Frame, axis: 0 | 1 | 2): [number, number] => [
  +Math.hypot(right[axis], up[axis]).toFixed(4),
  +(Math.atan2(up[axis], right[axis]) / DEGREE).toFixed(2),
];
const frameOf = (way: (typeof PICTORIAL)[number], at = axes()) => {
  const { frame } = pictorial(at, way);
  return frameFrom(frame!.origin, frame!.look, frame!.up);
};

describe('usual ways to show a building as a whole', () => {
  it('an isometric shortens all axes alike and draws them at 30 degrees (ISO 5456-3:1996, 5.2, from memory), from four corners', () => {
    const k = +Math.sqrt(2 / 3).toFixed(4);
    expect([0, 1, 2].map((axis) => drawn(frameOf('isometric 2'), axis as 0))).toEqual([[k, -30], [k, 30], [k, 90]].map(([l, a], i) => [l, i === 0 ? -30 : a])); // prettier-ignore
    const names = ([1, 2, 3, 4] as const).map((n) => pictorialName(axes(), `isometric ${n}`));
    expect(names).toEqual(['south-west', 'south-east', 'north-east', 'north-west'].map((wind) => `Isometric from the ${wind}`));
    expect(pictorialName(axes(0, 45 * DEGREE), 'isometric 2')).toBe('Isometric from the east');
  });

  it('a dimetric draws its axes at 7 and 42 degrees, one half as long as the others (ISO 5456-3:1996, 5.3, from memory)', () => {
    const [x, y, z] = ([0, 1, 2] as const).map((axis) => drawn(frameOf('dimetric'), axis));
    const angles = [x!, y!].map(([, angle]) => Math.abs(((angle + 270) % 180) - 90)).sort((a, b) => a - b);
    expect(angles[0]).toBeCloseTo(7.18, 1);
    expect(angles[1]).toBeCloseTo(41.41, 1);
    const [short, long] = [x![0], y![0]].sort((a, b) => a - b);
    expect(short! / long!).toBeCloseTo(0.5, 3);
    expect(long).toBe(z![0]);
  });

  it('the front of an elevation oblique is the side that one sees looking north, square to the building; a plan oblique stands upright', () => {
    const turned = axes(17 * DEGREE, 10 * DEGREE);
    const front = pictorial(turned, 'elevation oblique');
    const { turn, tilt } = turnAndTilt(front.frame!.look, front.frame!.up);
    expect([turn / DEGREE, tilt].map((x) => +x.toFixed(6))).toEqual([107, 0]);
    expect([front.name, front.oblique]).toEqual(['Elevation oblique from the south', { angle: 45, scale: 0.5 }]);
    const plan = pictorial(turned, 'plan oblique');
    // a column is drawn straight up, at its own height: what is higher lies before the plane
    expect(plan.oblique).toEqual({ angle: 270, scale: 1 });
    const { right, up } = frameFrom(plan.frame!.origin, plan.frame!.look, plan.frame!.up);
    const along: Vec3 = [Math.cos(17 * DEGREE), Math.sin(17 * DEGREE), 0];
    const dot = (a: Vec3) => along.reduce((sum, x, i) => sum + x * a[i]!, 0);
    expect(Math.abs(Math.atan2(dot(up), dot(right)) / DEGREE) % 90).toBeCloseTo(45, 9);
  });

  it('all are sights; turn and tilt lead back to the look, also straight down', () => {
    for (const way of PICTORIAL) expect(checkSight({ number: 'X-01', ...pictorial(axes(0.3), way) }).kind).toBe('axonometric');
    for (const [turn, tilt] of [
      [0.3, 0.7],
      [-2, -1.1],
      [1, Math.PI / 2],
      [1, -Math.PI / 2],
    ] as const) {
      // prettier-ignore
      const { look, up } = frameAlong([0, 0, 0], turn, tilt);
      const back = turnAndTilt(look, up);
      expect([back.turn, back.tilt].map((x) => +x.toFixed(9))).toEqual([turn, tilt].map((x) => +x.toFixed(9)));
    }
    expect([[0, 1], [1, 1], [1, 0], [0, -1], [-1, 0.1]].map((d) => windOf([0, 1], d as [number, number]))).toEqual(['north', 'north-east', 'east', 'south', 'west']); // prettier-ignore
  });
});
