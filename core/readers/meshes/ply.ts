import { Fault } from '../../faults/fault';
import { triangulate } from '../../geometry/triangulate';
import type { Model } from '../../model/model';
import { ofBytes, ofText, readHead, SIZES, type Figures, type Part } from './ply-figures';
import { MeshParts, type MeshOptions } from '../../model/mesh-parts';

/** Longest list of a face that is believed. */
const MOST_CORNERS = 10_000;

/**
 * Reads a PLY file: text, or binary in either order of bytes. What has faces is one element; a cloud of points is refused. The
 * format knows no unit: metres unless the options say otherwise.
 * @throws Fault file-damaged (with line or byte), file-without-faces, file-too-large
 */
export function readPly(bytes: Uint8Array, name: string, options: MeshOptions = {}): Model {
  const { format, elements, start } = readHead(bytes);
  for (const { name: what, count } of elements)
    if (count > bytes.length)
      throw new Fault('file-damaged', {
        place: 'in its head',
        reason: `it announces ${count} of "${what}", more than a file of ${bytes.length} bytes can hold`,
      });
  const parts = new MeshParts();
  const { builder } = parts;
  const { positions, triangles, notes } = builder;
  parts.element(name.replace(/\.[^.]+$/, ''));
  const figures = format === 'ascii' ? ofText(bytes, start) : ofBytes(bytes, start.at, format === 'binary_little_endian');
  let isCutOff = false;
  let skipped = 0;
  let firstSkipped = '';
  for (const element of elements) {
    if (isCutOff) break;
    if (element.name === 'vertex') readCorners(element);
    else if (element.name === 'face') readFaces(element);
    else skip(element);
  }
  if (skipped) notes.push({ code: 'faces-skipped', facts: { count: skipped, place: firstSkipped } });
  if (!triangles.length)
    throw new Fault('file-without-faces', {
      reason: positions.length ? `it is a cloud of ${positions.length / 3} points` : 'it has neither corners nor faces',
    });
  parts.endMaterial(-1);
  parts.endElement();
  return parts.model(name, 'PLY', options, { up: 'z' });

  function readCorners({ count, properties }: Part): void {
    if (positions.length) throw new Fault('file-damaged', { place: 'in its head', reason: 'it has two lists of corners' });
    const axis = properties.map((p) => (p.counted ? -1 : ['x', 'y', 'z'].indexOf(p.name)));
    if (![0, 1, 2].every((k) => axis.includes(k)))
      throw new Fault('file-damaged', { place: 'in its head', reason: 'its corners have no x, y and z' });
    const data = positions.reserve(count * 3);
    if (figures.raw && !properties.some((p) => p.counted)) {
      const offsets = properties.map((_, k) => properties.slice(0, k).reduce((sum, p) => sum + SIZES[p.kind], 0));
      const stride = offsets.at(-1)! + SIZES[properties.at(-1)!.kind];
      const own = [0, 1, 2].map((k) => axis.indexOf(k));
      if (own.every((p) => properties[p]!.kind === 'float32'))
        return readFloats(figures.raw, count, stride, own.map((p) => offsets[p]!) as [number, number, number], data);
    }
    for (let i = 0; i < count; i++) {
      if (figures.isOver()) return cutOff(count, i, 'corners');
      for (let p = 0; p < properties.length; p++) {
        const { kind, counted } = properties[p]!;
        if (counted) for (let n = figures.next(counted); n > 0 && !figures.isOver(); n--) figures.next(kind);
        else if (axis[p]! >= 0) data[i * 3 + axis[p]!] = figures.next(kind);
        else figures.next(kind);
      }
      positions.length += 3;
    }
  }

  function readFloats(
    raw: NonNullable<Figures['raw']>,
    count: number,
    stride: number,
    [x, y, z]: [number, number, number],
    into: Float64Array,
  ): void {
    const { data, isLittle } = raw;
    const found = Math.min(count, Math.floor((data.byteLength - raw.at) / stride));
    for (let i = 0, at = raw.at; i < found * 3; i += 3, at += stride) {
      into[i] = data.getFloat32(at + x, isLittle);
      into[i + 1] = data.getFloat32(at + y, isLittle);
      into[i + 2] = data.getFloat32(at + z, isLittle);
    }
    positions.length = found * 3;
    raw.at += found * stride;
    if (found < count) cutOff(count, found, 'corners');
  }

  /** Reads the faces that follow as long as they are triangles of sound corners, if that is all that a face has; returns how many. */
  function readPlainTriangles({ count, properties }: Part, total: number): number {
    const { raw } = figures;
    const [list] = properties;
    if (!raw || properties.length !== 1 || list!.counted !== 'uint8' || !/^u?int32$/.test(list!.kind)) return 0;
    const { data, isLittle } = raw;
    const into = triangles.reserve(count * 3);
    let [at, to] = [raw.at, triangles.length];
    let i = 0;
    for (; i < count && at + 13 <= data.byteLength && data.getUint8(at) === 3; i++, at += 13) {
      const a = data.getUint32(at + 1, isLittle),
        b = data.getUint32(at + 5, isLittle),
        c = data.getUint32(at + 9, isLittle);
      if (a >= total || b >= total || c >= total) break;
      into[to] = a;
      into[to + 1] = b;
      into[to + 2] = c;
      to += 3;
    }
    raw.at = at;
    triangles.length = to;
    return i;
  }

  function readFaces(part: Part): void {
    const { count, properties } = part;
    const total = positions.length / 3;
    triangles.reserve(count * 3);
    const face: number[] = [];
    for (let i = 0; i < count; i++) {
      i += readPlainTriangles({ ...part, count: count - i }, total);
      if (i >= count) break;
      if (figures.isOver()) return cutOff(count, i, 'faces');
      for (const { name: what, kind, counted } of properties) {
        if (!counted) {
          figures.next(kind);
          continue;
        }
        const n = figures.next(counted);
        if (!(n >= 0 && n <= MOST_CORNERS))
          throw new Fault('file-damaged', { place: figures.place(), reason: `face ${i + 1} claims ${n} corners` });
        if (what !== 'vertex_indices' && what !== 'vertex_index') {
          for (let k = 0; k < n; k++) figures.next(kind);
          continue;
        }
        face.length = 0;
        let bad = n < 3;
        for (let k = 0; k < n; k++) {
          const corner = figures.next(kind);
          if (!(corner >= 0 && corner < total && Number.isInteger(corner))) bad = true;
          face.push(corner);
        }
        if (bad) {
          if (!skipped++) firstSkipped = `face ${i + 1}`;
          continue;
        }
        const data = triangles.reserve((n - 2) * 3);
        if (n === 3) {
          data[triangles.length] = face[0]!;
          data[triangles.length + 1] = face[1]!;
          data[triangles.length + 2] = face[2]!;
          triangles.length += 3;
        } else for (const k of triangulate(face, positions.reserve(0))) triangles.push(face[k]!);
      }
    }
  }

  function skip({ count, properties }: Part): void {
    for (let i = 0; i < count && !figures.isOver(); i++)
      for (const { kind, counted } of properties)
        for (let n = counted ? figures.next(counted) : 1; n > 0 && !figures.isOver(); n--) figures.next(kind);
  }

  function cutOff(told: number, found: number, what: string): void {
    isCutOff = true;
    notes.push({ code: 'faces-cut-off', facts: { told, found, what } });
  }
}
