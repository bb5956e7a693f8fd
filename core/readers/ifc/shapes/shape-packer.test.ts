import { expect, test } from 'vitest';
import { PlacedShapes } from './placed-shapes';
import { ShapePacker } from './shape-packer';

/** The triangles of a tetrahedron of a size about its middle, corners not shared, with normals that nobody reads. */
function tetrahedron(size: number): { vertices: Float32Array; indices: Uint32Array } {
  const at = [
    [1, 1, 1],
    [1, -1, -1],
    [-1, 1, -1],
    [-1, -1, 1],
  ];
  const faces = [0, 1, 2, 0, 3, 1, 0, 2, 3, 1, 3, 2];
  return {
    vertices: Float32Array.from(faces.flatMap((k) => [...at[k]!.map((x) => x * size), 9, 9, 9])),
    indices: Uint32Array.from(faces, (_, k) => k),
  };
}
/** The library's placement, Y up and column by column, of a shift in the model. */
const shifted = (x: number, y: number, z: number) => [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, x, z, -y, 1];
const GREY = [0.5, 0.5, 0.5, 1] as const;

function corners(shapes: PlacedShapes, row: number): number[] {
  const [points, triangles] = [new Float64Array(shapes.cornersOf(row) * 3), new Uint32Array(shapes.trianglesOf(row) * 3)];
  shapes.placeCorners(row, points, 0);
  shapes.writeTriangles(row, triangles, 0, 0);
  return [...triangles].flatMap((v) => [...points.subarray(v * 3, v * 3 + 3)]);
}

test('copies of one shape are kept once, what only bears its number and counts the same is not', () => {
  const packer = new ShapePacker();
  const [small, large] = [tetrahedron(1), tetrahedron(2)];
  packer.add(7, small.vertices, small.indices, shifted(0, 0, 0), 0.001, GREY);
  packer.add(7, small.vertices, small.indices, shifted(5000, 6000, 7000), 0.001, GREY);
  packer.add(7, large.vertices, large.indices, shifted(0, 0, 0), 0.001, GREY);
  packer.add(8, small.vertices, small.indices, shifted(0, 0, 0), 0.001, GREY);
  const packed = structuredClone(packer.done());
  const shapes = new PlacedShapes(packed);
  // rows of six figures; the second and the fifth are the first corner and the first index
  const places = [0, 1, 2, 3].map((row) => [packed.extent[row * 6 + 1], packed.extent[row * 6 + 4]]);
  expect(places).toEqual([
    [0, 0],
    [0, 0],
    [12, 12],
    [24, 24],
  ]);
  expect(shapes.size).toEqual({ corners: 16, triangles: 16 });
  const [first, second, third] = [0, 1, 2].map((row) => corners(shapes, row)) as [number[], number[], number[]];
  // file units are millimetres, and (x, z, -y) is Z up
  expect(first.slice(0, 3)).toEqual([0.001, -0.001, 0.001]);
  second.forEach((x, k) => expect(x).toBeCloseTo(first[k]! + [5, 6, 7][k % 3]!, 12));
  third.forEach((x, k) => expect(x).toBeCloseTo(first[k]! * 2, 12));
  const box = new Float64Array(6);
  shapes.boxOf(1, box);
  [4.999, 5.999, 6.999, 5.001, 6.001, 7.001].forEach((x, k) => expect(box[k]).toBeCloseTo(x, 9));
});

test('a body with a corner that is no number has no box', () => {
  const packer = new ShapePacker();
  const { vertices, indices } = tetrahedron(1);
  vertices[13] = NaN;
  packer.add(1, vertices, indices, shifted(0, 0, 0), 1, GREY);
  packer.add(1, vertices, indices, shifted(0, 0, 0), 1, GREY);
  const box = new Float64Array(6);
  for (const row of [0, 1]) {
    new PlacedShapes(packer.done()).boxOf(row, box);
    expect(box.every(Number.isNaN)).toBe(true);
  }
});
