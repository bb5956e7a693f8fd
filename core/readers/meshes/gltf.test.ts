import { expect, it } from 'vitest';
import { openDraco } from '../../../cli/draco-library';
import { noteSentence } from '../../faults/wording';
import { volumeOf } from '../../testing/volume-of';
import { readGltf } from './gltf';

/*
 * One box of 1 x 2 x 3 m in every way that the format (Khronos, glTF 2.0) has to tell it.
 */
const CORNERS = [[0, 0, 0], [1, 0, 0], [1, 2, 0], [0, 2, 0], [0, 0, 3], [1, 0, 3], [1, 2, 3], [0, 2, 3]]; // prettier-ignore
const FACES = [[0, 3, 2, 1], [4, 5, 6, 7], [0, 1, 5, 4], [1, 2, 6, 5], [2, 3, 7, 6], [3, 0, 4, 7]]; // prettier-ignore
const TRIANGLES = FACES.flatMap(([a, b, c, d]) => [a!, b!, c!, a!, c!, d!]);

const FLOAT = 5126;
const SHORT = 5122;
const UNSIGNED_SHORT = 5123;

interface Piece {
  readonly positions: Float32Array | Int16Array;
  readonly indices?: Uint16Array;
  readonly mode?: number;
  readonly normalized?: boolean;
}

/** A file of one mesh with its data in a URI; `node` says how it stands, `more` is laid over the whole. */
function gltf(pieces: readonly Piece[], node: object = {}, more: object = {}): Uint8Array {
  const lists: object[] = [];
  const views: object[] = [];
  const data: number[] = [];
  const put = (list: Float32Array | Int16Array | Uint16Array): number => {
    while (data.length % 4) data.push(0);
    views.push({ buffer: 0, byteOffset: data.length, byteLength: list.byteLength });
    data.push(...new Uint8Array(list.buffer, list.byteOffset, list.byteLength));
    return views.length - 1;
  };
  const primitives = pieces.map(({ positions, indices, mode = 4, normalized = false }) => {
    lists.push({
      bufferView: put(positions),
      componentType: positions instanceof Float32Array ? FLOAT : SHORT,
      count: positions.length / 3,
      type: 'VEC3',
      normalized,
      min: [0, 0, 0],
      max: [1, 2, 3],
    });
    const own = { attributes: { POSITION: lists.length - 1 }, mode };
    if (!indices) return own;
    lists.push({ bufferView: put(indices), componentType: UNSIGNED_SHORT, count: indices.length, type: 'SCALAR' });
    return { ...own, indices: lists.length - 1 };
  });
  const json = {
    asset: { version: '2.0' },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [{ mesh: 0, name: 'Box', ...node }],
    meshes: [{ primitives }],
    accessors: lists,
    bufferViews: views,
    buffers: [{ byteLength: data.length, uri: `data:application/octet-stream;base64,${Buffer.from(data).toString('base64')}` }],
    ...more,
  };
  return new TextEncoder().encode(JSON.stringify(json));
}

const corners = Float32Array.from(CORNERS.flat());
const indexed: Piece = { positions: corners, indices: Uint16Array.from(TRIANGLES) };
const read = (bytes: Uint8Array) => readGltf(bytes, 'box', { openDraco });

it.each<[string, Uint8Array]>([
  ['triangles by their corners', gltf([indexed])],
  ['triangles without a list', gltf([{ positions: Float32Array.from(TRIANGLES.flatMap((i) => CORNERS[i]!)) }])],
  ['a fan for each face', gltf(FACES.map((face) => ({ positions: corners, indices: Uint16Array.from(face), mode: 6 })))],
  ['a strip for each face', gltf(FACES.map(([a, b, c, d]) => ({ positions: corners, indices: Uint16Array.of(a!, b!, d!, c!), mode: 5 })))],
  [
    'whole numbers that the node makes small (KHR_mesh_quantization)',
    gltf(
      [{ ...indexed, positions: Int16Array.from(CORNERS.flat(), (x) => x * 1000) }],
      { scale: [0.001, 0.001, 0.001] },
      {
        extensionsUsed: ['KHR_mesh_quantization'],
        extensionsRequired: ['KHR_mesh_quantization'],
      },
    ),
  ],
  [
    'parts of a whole, which is 3',
    gltf([{ ...indexed, positions: Int16Array.from(CORNERS.flat(), (x) => (x / 3) * 32767), normalized: true }], { scale: [3, 3, 3] }),
  ],
  ['in a mirror', gltf([indexed], { scale: [-1, 1, 1] })],
  ['by a matrix that turns and moves it', gltf([indexed], { matrix: [0, 1, 0, 0, -1, 0, 0, 0, 0, 0, 1, 0, 7, 8, 9, 1] })],
  [
    'below a node that is turned and one that is moved',
    gltf(
      [indexed],
      {},
      {
        scenes: [{ nodes: [1] }],
        nodes: [{ mesh: 0, name: 'Box' }, { children: [2], rotation: [0, Math.SQRT1_2, 0, Math.SQRT1_2] }, { children: [0], translation: [4, 5, 6] }], // prettier-ignore
      },
    ),
  ],
])('%s', async (_, bytes) => {
  const model = await read(bytes);
  expect(model.elements.map((e) => e.name)).toEqual(['Box']);
  expect(volumeOf(model)).toBeCloseTo(6, 2);
  expect(model.triangles).toHaveLength(36);
  expect(model.notes.map(noteSentence)).toEqual([]);
});

it('stands upright: what is Y in the file is up', async () => {
  const { positions } = await read(gltf([indexed]));
  const reach = [0, 1, 2].map((k) => {
    const own = positions.filter((_, i) => i % 3 === k);
    return Math.max(...own) - Math.min(...own);
  });
  expect(reach).toEqual([1, 3, 2]);
});

it('corners given by their changes alone (a sparse list) are those', async () => {
  const at = Uint16Array.of(6, 7);
  const to = Float32Array.of(1, 4, 3, 0, 4, 3);
  const bytes = new TextDecoder().decode(gltf([indexed]));
  const json = JSON.parse(bytes) as { accessors: object[]; bufferViews: object[]; buffers: { uri: string; byteLength: number }[] };
  const data = [...Buffer.from(json.buffers[0]!.uri.split(',')[1]!, 'base64')];
  const put = (list: Uint16Array | Float32Array) => {
    json.bufferViews.push({ buffer: 0, byteOffset: data.length, byteLength: list.byteLength });
    data.push(...new Uint8Array(list.buffer));
    return json.bufferViews.length - 1;
  };
  const sparse = { count: 2, indices: { bufferView: put(at), componentType: UNSIGNED_SHORT }, values: { bufferView: put(to) } };
  json.accessors[0] = { ...json.accessors[0], sparse };
  json.buffers[0] = { byteLength: data.length, uri: `data:application/octet-stream;base64,${Buffer.from(data).toString('base64')}` };
  // the top of one side goes out by 2 m: a wedge of 1 x 2 x 3 / 2 more
  expect(volumeOf(await read(new TextEncoder().encode(JSON.stringify(json))))).toBeCloseTo(6 + 3, 5);
});

it('points and lines are passed over with a word, a file of nothing else is refused', async () => {
  const model = await read(gltf([indexed, { positions: corners, mode: 0 }, { positions: corners, mode: 1 }]));
  expect(volumeOf(model)).toBeCloseTo(6, 5);
  expect(model.notes.map(noteSentence)).toEqual(['2 pieces are points or lines and are passed over']);
  await expect(read(gltf([{ positions: corners, mode: 1 }]))).rejects.toMatchObject({ code: 'file-without-faces' });
});
