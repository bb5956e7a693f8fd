import { expect, it } from 'vitest';
import { toFrame } from '../../geometry/frame';
import type { Vec3 } from '../../geometry/vec3';
import { resolveSight } from '../resolve-sight';
import type { Sight } from '../sight';
import { canTurn, turned } from './turned';

const model = { storeys: [{ name: 'Ground', elevation: 0 }], trueNorth: [0, 1] as const, origin: [0, 0, 0] as Vec3 };
const sight = (more: Partial<Sight>): Sight => ({ kind: 'section', number: 'S-01', name: '', depth: null, ...more });
const all: Sight[] = [
  sight({ path: [[0, 0], [8, 0], [8, 2], [12, 2]], look: 'left' }), // prettier-ignore
  sight({ frame: { origin: [1, 2, 3], look: [0.6, 0, -0.8], up: [0, 0, 1], cut: true } }),
  sight({ kind: 'plan', frame: { origin: [1, 2, 3], look: [0, 0, -1], up: [0, 1, 0], cut: true } }),
  sight({ kind: 'elevation', toward: 'north' }),
  sight({ kind: 'perspective', eye: [0, -9, 1.6], target: [2, 3, 1.2] }),
];

it.each(all)('about a point by an angle: whatever turns with it lies in the picture where it lay, $kind', (own) => {
  const [centre, angle] = [[3, 1.5] as const, (23.5 * Math.PI) / 180];
  const after = turned(model, own, centre, angle);
  const frames = [own, after].map((s) => resolveSight(model, s).frame);
  const spin = ([x, y, z]: Vec3): Vec3 => [
    centre[0] + (x - centre[0]) * Math.cos(angle) - (y - centre[1]) * Math.sin(angle),
    centre[1] + (x - centre[0]) * Math.sin(angle) + (y - centre[1]) * Math.cos(angle),
    z,
  ];
  for (const p of [
    [0, 0, 0],
    [3, 1.5, 2],
    [-4, 7, 1],
  ] as Vec3[]) {
    // prettier-ignore
    const [before, now] = [toFrame(frames[0]!, p), toFrame(frames[1]!, spin(p))];
    // an elevation without a frame keeps the model's zero: it turns, and slides along its own plane
    const isFree = own.toward !== undefined;
    if (!isFree) now.forEach((x, k) => expect(x).toBeCloseTo(before[k]!, 8));
    else expect(now[1]).toBeCloseTo(before[1], 8);
  }
  expect(Math.atan2(frames[1]!.right[1], frames[1]!.right[0]) - Math.atan2(frames[0]!.right[1], frames[0]!.right[0])).toBeCloseTo(angle, 9);
  const back = turned(model, after, centre, -angle);
  expect(JSON.stringify(back.path ?? back.eye ?? back.frame?.origin)).toBe(JSON.stringify(own.path ?? own.eye ?? own.frame?.origin));
});

it('a plan of a storey cannot be turned', () => {
  const plan = sight({ kind: 'plan', storey: 'Ground', height: 1.2 });
  expect([canTurn(plan), turned(model, plan, [0, 0], 1)]).toEqual([false, plan]);
  expect(all.every(canTurn)).toBe(true);
});
