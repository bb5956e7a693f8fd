import {
  Logger,
  Primitive,
  WebIO,
  type Accessor,
  type Document,
  type GLTF,
  type Material as GltfMaterial,
  type Node,
} from '@gltf-transform/core';
import { ALL_EXTENSIONS, type InstancedMesh } from '@gltf-transform/extensions';
import { MeshoptDecoder } from 'meshoptimizer';
import { Fault } from '../../faults/fault';
import { multiply } from '../../geometry/matrix4';
import type { Colour, Model } from '../../model/model';
import type { OpenDraco } from './draco-library';
import { MeshParts, type MeshOptions } from '../../model/mesh-parts';

const GLB_MAGIC = 0x46546c67;
const JSON_CHUNK = 0x4e4f534a;
/** Deeper trees of nodes than this are damage. */
const DEEPEST = 500;
/** Most triangles of all placed copies. */
const MOST_TRIANGLES = 6e7;

/**
 * Reads a glTF 2.0 file, binary (GLB) or JSON with its data beside it: each node with a mesh is an element, named after the node,
 * its materials by name. Metres and Y up, as the format has it, unless the options say otherwise. The container, the tree and the
 * indices are checked here, since the loader (glTF-Transform) passes damage on without a word. Meshopt and Draco compression are
 * undone; skins and morphs are taken at rest.
 * @throws Fault file-damaged, file-version, file-without-faces, file-too-large
 */
export async function readGltf(
  bytes: Uint8Array,
  name: string,
  { openDraco, ...options }: MeshOptions & { readonly openDraco: OpenDraco },
): Promise<Model> {
  const { json, isBinary } = readJson(bytes);
  inOrder(() => checkJson(json, isBinary ? bytes.length : Infinity));
  const io = new WebIO().registerExtensions(ALL_EXTENSIONS).setLogger(new Logger(Logger.Verbosity.SILENT));
  const uses = (extension: string) => Array.isArray(json.extensionsUsed) && json.extensionsUsed.includes(extension);
  if (uses('EXT_meshopt_compression')) {
    await MeshoptDecoder.ready;
    io.registerDependencies({ 'meshopt.decoder': MeshoptDecoder });
  }
  if (uses('KHR_draco_mesh_compression')) io.registerDependencies({ 'draco3d.decoder': await openDraco() });
  const resources = isBinary ? {} : inOrder(() => resourcesOf(json, options));
  let document: Document;
  try {
    document = isBinary ? await io.readBinary(bytes) : await io.readJSON({ json, resources });
  } catch {
    throw new Fault('file-damaged', { place: 'in its data', reason: 'its parts do not belong together' });
  }
  const parts = new MeshParts();
  const root = document.getRoot();
  const scene = root.getDefaultScene() ?? root.listScenes()[0];
  const nodes = scene ? scene.listChildren() : root.listNodes().filter((n) => !n.getParentNode());
  const counts = { strange: 0, outOfRange: 0 };
  let copies = 0;
  const walk = (node: Node) => {
    const mesh = node.getMesh();
    for (const [copy, m] of mesh ? copiesOf(node).entries() : []) {
      let isBegun = false;
      for (const primitive of mesh!.listPrimitives()) {
        const position = primitive.getAttribute('POSITION');
        const indices = position && trianglesOf(primitive, position, counts);
        if (!position || !indices?.length) continue;
        copies += indices.length / 3;
        if (copies > MOST_TRIANGLES)
          throw new Fault('file-too-large', {
            what: 'its placed copies',
            size: `${Math.round(copies / 1e6)} million triangles`,
            limit: '60 million',
          });
        const name = node.getName() || mesh!.getName() || 'Mesh';
        if (!isBegun) parts.element(copy ? `${name} ${copy + 1}` : name);
        isBegun = true;
        parts.mesh(placed(position, m), m && isMirrored(m) ? turned(indices) : indices);
        parts.endMaterial(materialOf(primitive.getMaterial(), parts));
      }
      if (isBegun) parts.endElement();
    }
    for (const child of node.listChildren()) walk(child);
  };
  nodes.forEach(walk);
  const { notes, triangles } = parts.builder;
  if (counts.strange) notes.push({ code: 'pieces-skipped', facts: { count: counts.strange, what: 'points or lines' } });
  if (counts.outOfRange) notes.push({ code: 'faces-skipped', facts: { count: counts.outOfRange, place: 'indices beyond the corners' } });
  if (!triangles.length && counts.outOfRange)
    throw new Fault('file-damaged', {
      place: 'in its indices',
      reason: `all ${counts.outOfRange} faces point to corners that do not exist`,
    });
  if (!triangles.length) throw new Fault('file-without-faces', { reason: 'no node of its scene has a mesh of triangles' });
  return parts.model(name, 'glTF', options, { metres: 1, up: 'y' });
}

function readJson(bytes: Uint8Array): { json: GLTF.IGLTF; isBinary: boolean } {
  const data = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const isBinary = bytes.length >= 12 && data.getUint32(0, true) === GLB_MAGIC;
  let text = bytes;
  if (isBinary) {
    const [version, told] = [data.getUint32(4, true), data.getUint32(8, true)];
    if (version !== 2) throw oldVersion(version);
    if (told > bytes.length)
      throw new Fault('file-damaged', { place: `at byte ${bytes.length}`, reason: `it was cut off: it should have ${told} bytes` });
    const length = bytes.length >= 20 ? data.getUint32(12, true) : 0;
    if (bytes.length < 20 || data.getUint32(16, true) !== JSON_CHUNK || 20 + length > bytes.length)
      throw new Fault('file-damaged', { place: 'at byte 12', reason: 'its first part is not the description that belongs there' });
    text = bytes.subarray(20, 20 + length);
  }
  try {
    const json = JSON.parse(new TextDecoder().decode(text)) as GLTF.IGLTF;
    if (typeof json !== 'object' || json === null) throw new Error('it is no object');
    return { json, isBinary };
  } catch (error) {
    throw new Fault('file-damaged', { place: 'in its description', reason: `not JSON (${(error as Error).message.slice(0, 60)})` });
  }
}

/** What a step gives that trusts the kinds of things in the description; where they are other ones the file is damaged. */
function inOrder<T>(step: () => T): T {
  try {
    return step();
  } catch (error) {
    if (error instanceof Fault) throw error;
    throw new Fault('file-damaged', { place: 'in its description', reason: 'what stands in it is not of the kind that belongs there' });
  }
}

/** What is told of a file of another version, or of none. */
function oldVersion(version: unknown): Fault {
  const told = typeof version === 'string' || typeof version === 'number' ? `version ${version}` : 'a version that is not told';
  return new Fault('file-version', { format: 'glTF', version: told, read: 'version 2.0' });
}

/** Checks what would send the loader round in circles or make it ask for absurd room. */
function checkJson(json: GLTF.IGLTF, size: number): void {
  const damaged = (place: string, reason: string) => new Fault('file-damaged', { place, reason });
  const version = (json.asset as { readonly version?: unknown } | undefined)?.version;
  if (typeof version !== 'string' || !version.startsWith('2')) throw oldVersion(version);
  const nodes = json.nodes ?? [];
  const depth = new Int32Array(nodes.length);
  const walk = (id: number, level: number) => {
    const node = nodes[id];
    if (!node) throw damaged(`node ${id}`, 'it is asked for and not there');
    if (level > DEEPEST || depth[id]) throw damaged(`node ${id} ("${node.name ?? ''}")`, 'it hangs below itself, or below two others');
    depth[id] = 1;
    for (const child of node.children ?? []) walk(child, level + 1);
  };
  const isChild = new Set(nodes.flatMap((n) => n.children ?? []));
  nodes.forEach((_, id) => !isChild.has(id) && walk(id, 1));
  nodes.forEach((_, id) => !depth[id] && walk(id, 1));
  (json.buffers ?? []).forEach((b, i) => {
    if (!b.uri && b.byteLength > size) throw damaged(`buffer ${i}`, `it claims ${b.byteLength} bytes of a file of ${size}`);
    if (!(b.byteLength >= 0 && b.byteLength < 4e9)) throw damaged(`buffer ${i}`, 'its length is not told, or absurd');
  });
  const views = json.bufferViews ?? [];
  views.forEach((v, i) => {
    const buffer = json.buffers?.[v.buffer];
    if (!buffer || (v.byteOffset ?? 0) + v.byteLength > buffer.byteLength)
      throw damaged(`part ${i} of its data`, 'it reaches beyond the data');
  });
  const components: Readonly<Record<string, number>> = { SCALAR: 1, VEC2: 2, VEC3: 3, VEC4: 4, MAT2: 4, MAT3: 9, MAT4: 16 };
  const bytes: Readonly<Record<number, number>> = { 5120: 1, 5121: 1, 5122: 2, 5123: 2, 5125: 4, 5126: 4 };
  (json.accessors ?? []).forEach((a, i) => {
    const view = a.bufferView === undefined ? null : views[a.bufferView];
    const each = (components[a.type] ?? 0) * (bytes[a.componentType] ?? 0);
    if (!each || !(a.count >= 0)) throw damaged(`list ${i}`, 'its kind is not known');
    if (view === undefined) throw damaged(`list ${i}`, 'the data that it names is not there');
    if (a.count > 2e8) throw new Fault('file-too-large', { what: `list ${i}`, size: `${a.count} entries`, limit: '200 million' });
    const step = view?.byteStride ?? each;
    if (view && a.count && (a.byteOffset ?? 0) + step * (a.count - 1) + each > view.byteLength)
      throw damaged(`list ${i}`, `it claims ${a.count} entries, more than its data holds`);
  });
}

/** The files beside a glTF that is no GLB, by the names that it uses. */
function resourcesOf(json: GLTF.IGLTF, { companion }: MeshOptions): Record<string, Uint8Array<ArrayBuffer>> {
  const out: Record<string, Uint8Array<ArrayBuffer>> = {};
  for (const { uri } of json.buffers ?? []) {
    if (!uri || uri.startsWith('data:')) continue;
    const file = companion?.(decodeURIComponent(uri));
    if (!file) throw new Fault('file-damaged', { place: `beside it`, reason: `the file "${uri}" with its data did not come along` });
    out[uri] = file as Uint8Array<ArrayBuffer>;
  }
  // pictures are not drawn: an empty one stands for each
  for (const image of json.images ?? []) if (image.uri && !image.uri.startsWith('data:')) out[image.uri] = new Uint8Array(0);
  return out;
}

const _point: number[] = [0, 0, 0];

/** Corners in the scene's coordinates, in double precision. */
function placed(position: Accessor, m: readonly number[]): Float64Array {
  const count = position.getCount();
  const out = new Float64Array(count * 3);
  const isPlain = position.getArray() instanceof Float32Array;
  const source = isPlain ? (position.getArray() as Float32Array) : null;
  for (let i = 0; i < count; i++) {
    let x: number, y: number, z: number;
    if (source) [x, y, z] = [source[i * 3]!, source[i * 3 + 1]!, source[i * 3 + 2]!];
    else [x, y, z] = position.getElement(i, _point) as [number, number, number];
    out[i * 3] = m[0]! * x + m[4]! * y + m[8]! * z + m[12]!;
    out[i * 3 + 1] = m[1]! * x + m[5]! * y + m[9]! * z + m[13]!;
    out[i * 3 + 2] = m[2]! * x + m[6]! * y + m[10]! * z + m[14]!;
  }
  return out;
}

/** Where the mesh of a node stands: once, or at each of its instances (EXT_mesh_gpu_instancing). */
function copiesOf(node: Node): (readonly number[])[] {
  const own = node.getWorldMatrix();
  const instances = node.getExtension<InstancedMesh>('EXT_mesh_gpu_instancing');
  const [moved, turns, sizes] = ['TRANSLATION', 'ROTATION', 'SCALE'].map((name) => instances?.getAttribute(name) ?? null);
  const count = Math.max(...[moved, turns, sizes].map((a) => a?.getCount() ?? 0));
  if (!instances || !count) return [own];
  const at = (of: Accessor | null | undefined, i: number, fallback: readonly number[]) =>
    of && i < of.getCount() ? of.getElement(i, []) : fallback;
  return Array.from({ length: count }, (_, i) =>
    multiply(own, standing(at(moved, i, [0, 0, 0]), at(turns, i, [0, 0, 0, 1]), at(sizes, i, [1, 1, 1]))),
  );
}

/** A place, a turn as a quaternion and a size as one map, column by column (glTF 2.0, 3.6.3.3). */
function standing(t: readonly number[], [x, y, z, w]: readonly number[], s: readonly number[]): number[] {
  const l = Math.hypot(x!, y!, z!, w!) || 1;
  const [a, b, c, d] = [x! / l, y! / l, z! / l, w! / l];
  const column = (v: readonly number[], k: number) => [...v.map((n) => n * s[k]!), 0];
  return [
    ...column([1 - 2 * (b * b + c * c), 2 * (a * b + c * d), 2 * (a * c - b * d)], 0),
    ...column([2 * (a * b - c * d), 1 - 2 * (a * a + c * c), 2 * (b * c + a * d)], 1),
    ...column([2 * (a * c + b * d), 2 * (b * c - a * d), 1 - 2 * (a * a + b * b)], 2),
    t[0]!,
    t[1]!,
    t[2]!,
    1,
  ];
}

/** The triangles of a primitive, also of strips and fans; null for points and lines. */
function trianglesOf(primitive: Primitive, position: Accessor, counts: { strange: number; outOfRange: number }): Uint32Array | null {
  const mode = primitive.getMode();
  const { TRIANGLES, TRIANGLE_STRIP, TRIANGLE_FAN } = Primitive.Mode;
  if (mode !== TRIANGLES && mode !== TRIANGLE_STRIP && mode !== TRIANGLE_FAN) {
    counts.strange++;
    return null;
  }
  const corners = position.getCount();
  const given = primitive.getIndices()?.getArray();
  const at = (i: number) => (given ? given[i]! : i);
  const n = given ? given.length : corners;
  const count = mode === TRIANGLES ? Math.floor(n / 3) : Math.max(0, n - 2);
  const out = new Uint32Array(count * 3);
  let kept = 0;
  for (let t = 0; t < count; t++) {
    const isOdd = t % 2 === 1;
    const a = mode === TRIANGLES ? at(t * 3) : mode === TRIANGLE_FAN ? at(0) : at(isOdd ? t + 1 : t);
    const b = mode === TRIANGLES ? at(t * 3 + 1) : mode === TRIANGLE_FAN ? at(t + 1) : at(isOdd ? t : t + 1);
    const c = mode === TRIANGLES ? at(t * 3 + 2) : at(t + 2);
    if (a >= corners || b >= corners || c >= corners) {
      counts.outOfRange++;
      continue;
    }
    out[kept++] = a;
    out[kept++] = b;
    out[kept++] = c;
  }
  return out.subarray(0, kept);
}

function isMirrored(m: readonly number[]): boolean {
  const [a, b, c, , d, e, f, , g, h, i] = m as number[];
  return a! * (e! * i! - f! * h!) - b! * (d! * i! - f! * g!) + c! * (d! * h! - e! * g!) < 0;
}

function turned(indices: Uint32Array): Uint32Array {
  const out = indices.slice();
  for (let t = 0; t < out.length; t += 3) [out[t + 1], out[t + 2]] = [out[t + 2]!, out[t + 1]!];
  return out;
}

function materialOf(material: GltfMaterial | null, parts: MeshParts): number {
  if (!material) return -1;
  const [r, g, b, a] = material.getBaseColorFactor();
  // colours are linear in the format; what is shown is not
  const shown = (x: number) => (x <= 0.0031308 ? 12.92 * x : 1.055 * x ** (1 / 2.4) - 0.055);
  const colour: Colour = [shown(r), shown(g), shown(b), a];
  return parts.material(
    material.getName() ||
      `Colour ${colour
        .slice(0, 3)
        .map((c) => Math.round(c * 255))
        .join(' ')}`,
    colour,
  );
}
