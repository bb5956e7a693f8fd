import { expect, test } from 'vitest';
import type { IfcLibrary, IfcMesh } from '../library';
import { buildShapes } from './shapes';
import { PlacedShapes } from './placed-shapes';
import { ShapePacker } from './shape-packer';

/** A shape builder of products, each of triangles with numbers; it comes to a halt at number 99. */
function builderOf(products: Readonly<Record<number, readonly number[]>>): IfcLibrary {
  const mesh = (expressID: number): IfcMesh => ({
    expressID,
    geometries: {
      size: () => products[expressID]!.length,
      get: (k) => ({
        geometryExpressID: products[expressID]![k]!,
        color: { x: 1, y: 1, z: 1, w: 1 },
        flatTransformation: [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1],
      }),
    },
  });
  // a triangle whose size is its number, without normals that anybody reads
  const corners = (size: number) => [0, 0, 0, 0, 0, 0, size, 0, 0, 0, 0, 0, 0, size, 0, 0, 0, 0];
  const heap = { HEAPF32: new Float32Array(18), HEAPU32: Uint32Array.of(0, 1, 2) };
  return {
    OpenModelFromCallback: () => 0,
    CloseModel: () => undefined,
    StreamAllMeshes: (_model, take) => Object.keys(products).forEach((id, i) => take(mesh(Number(id)), i, 9)),
    GetFlatMesh: (_model, id) => mesh(id),
    GetGeometry: (_model, id) => {
      if (id === 99) throw new Error('halt');
      heap.HEAPF32.set(corners(id));
      return {
        GetVertexData: () => 0,
        GetVertexDataSize: () => 18,
        GetIndexData: () => 0,
        GetIndexDataSize: () => 3,
        delete: () => undefined,
      };
    },
    GetVertexArray: () => new Float32Array(),
    GetIndexArray: () => new Uint32Array(),
    wasmModule: heap,
    GetLineType: () => 0,
    GetNameFromTypeCode: () => '',
  };
}

test('a product that brings the builder to a halt half-way leaves the shapes of the others to the others', async () => {
  const products = { 1: [3], 2: [4, 99], 3: [5, 3], 4: [4] };
  const packer = new ShapePacker();
  const task = { metres: 1, products: [1, 2, 3, 4], spaces: [], voided: [4], kinds: [] };
  const { rows, halted } = await buildShapes(task, packer, () => Promise.resolve({ library: builderOf(products), model: 0 }));
  const shapes = new PlacedShapes(packer.done());
  expect(halted).toEqual([2]);
  const sizes = new Map<number, number[]>();
  for (let k = 0; k < rows.length; k += 3)
    sizes.set(
      rows[k]!,
      Array.from({ length: rows[k + 2]! - rows[k + 1]! }, (_, n) => {
        const box = new Float64Array(6);
        shapes.boxOf(rows[k + 1]! + n, box);
        return box[3]!;
      }),
    );
  expect(Object.fromEntries(sizes)).toEqual({ 1: [3], 3: [5, 3], 4: [4] });
});
