import type { Model } from '../core/model/model';
import { ModelBuilder } from '../core/model/model-builder';

/** A small generator of repeatable numbers (Mulberry32), so that every run measures the same model. */
export function seeded(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A block of flats: floors, columns, walls with openings left between boxes, balcony rails, pipes of 24 sides. About `triangles` triangles. */
export function generateBuilding(triangles: number): Model {
  const b = new ModelBuilder();
  const random = seeded(7);
  let element = -1;
  const begin = () => {
    element++;
    b.elements.push({
      id: `e${element}`,
      class: 'Wall',
      name: `e${element}`,
      type: '',
      storey: -1,
      use: 'solid',
      assembly: '',
      buildUp: null,
    });
  };
  const quad = (p: number[], corners: readonly (readonly [number, number, number])[]) => {
    // four corners of its own for each face, as readers deliver them
    const base = b.positions.length / 3;
    for (const k of p) for (const x of corners[k]!) b.positions.push(x);
    for (const k of [0, 1, 2, 0, 2, 3]) b.triangles.push(base + k);
  };
  const box = (x0: number, y0: number, z0: number, dx: number, dy: number, dz: number) => {
    begin();
    const c = [
      [x0, y0, z0],
      [x0 + dx, y0, z0],
      [x0 + dx, y0 + dy, z0],
      [x0, y0 + dy, z0],
      [x0, y0, z0 + dz],
      [x0 + dx, y0, z0 + dz],
      [x0 + dx, y0 + dy, z0 + dz],
      [x0, y0 + dy, z0 + dz],
    ] as const;
    for (const face of [
      [0, 3, 2, 1],
      [4, 5, 6, 7],
      [0, 1, 5, 4],
      [1, 2, 6, 5],
      [2, 3, 7, 6],
      [3, 0, 4, 7],
    ])
      quad(face, c);
    b.endPart(element, 0, [0.8, 0.8, 0.8, 1]);
  };
  const pipe = (x: number, y: number, z0: number, r: number, h: number, sides = 24) => {
    begin();
    const base = b.positions.length / 3;
    for (const z of [z0, z0 + h])
      for (let k = 0; k < sides; k++) {
        b.positions.reserve(3);
        b.positions.push(x + r * Math.cos((2 * Math.PI * k) / sides));
        b.positions.push(y + r * Math.sin((2 * Math.PI * k) / sides));
        b.positions.push(z);
      }
    for (let k = 0; k < sides; k++) {
      const n = (k + 1) % sides;
      for (const i of [k, n, sides + n, k, sides + n, sides + k]) b.triangles.push(base + i);
      if (k > 0 && k + 1 < sides) {
        for (const i of [0, n, k]) b.triangles.push(base + i);
        for (const i of [sides, sides + k, sides + n]) b.triangles.push(base + i);
      }
    }
    b.endPart(element, 1, [0.5, 0.5, 0.5, 1]);
  };
  b.materials.push({ name: 'Concrete', colour: null }, { name: 'Steel', colour: null });
  const bays = Math.max(3, Math.round(Math.cbrt(triangles / 1150)));
  for (let floor = 0; b.triangles.length / 3 < triangles; floor++) {
    const z = floor * 3;
    box(-0.5, -0.5, z, bays * 5 + 1, bays * 5 + 1, 0.25);
    for (let i = 0; i <= bays && b.triangles.length / 3 < triangles; i++)
      for (let j = 0; j <= bays; j++) {
        box(i * 5 - 0.15, j * 5 - 0.15, z + 0.25, 0.3, 0.3, 2.75);
        if (i < bays && (j === 0 || j === bays || random() < 0.6)) {
          box(i * 5 + 0.15, j * 5 - 0.1, z + 0.25, 4.7, 0.2, 0.9);
          box(i * 5 + 0.15, j * 5 - 0.1, z + 1.15, 1.2 + random(), 0.2, 1.85);
          for (let m = 0; m < 6; m++) box(i * 5 + 2.4 + m * 0.4, j * 5 - 0.03, z + 1.15, 0.05, 0.06, 1.6);
        }
        if (j < bays && (i === 0 || i === bays || random() < 0.6)) {
          box(i * 5 - 0.1, j * 5 + 0.15, z + 0.25, 0.2, 4.7, 2.75);
          for (let m = 0; m < 10; m++) box(i * 5 + 0.4, j * 5 + 0.3 + m * 0.35, z + 0.25, 0.04, 0.04, 1);
        }
        for (let p = 0; p < 4; p++) pipe(i * 5 + 0.5 + random(), j * 5 + 0.5 + random() * 3, z + 0.25, 0.03 + 0.05 * random(), 2.6);
      }
  }
  return b.build('generated', 'generated');
}
