import { Fault } from '../../faults/fault';
import type { Model } from '../../model/model';
import { ByteText } from '../byte-text';
import { MeshParts, type MeshOptions } from '../../model/mesh-parts';

const HEAD = 84;
const RECORD = 50;

/**
 * Reads an STL file, binary or text; each `solid` of a text is an element. The format knows no unit: metres unless the options say
 * otherwise. The normals in the file are not taken: the corners' order tells the outside.
 * @throws Fault file-without-faces, file-damaged (with the place)
 */
export function readStl(bytes: Uint8Array, name: string, options: MeshOptions = {}): Model {
  const parts = new MeshParts();
  if (isText(bytes)) readText(bytes, name, parts);
  else readBinary(bytes, name, parts);
  if (!parts.builder.triangles.length)
    throw new Fault('file-without-faces', { reason: 'an STL file is a list of facets, and this one is empty' });
  return parts.model(name, 'STL', options, { up: 'z' });
}

/** A binary file may begin with the word solid too: its length tells, or a byte that no text has. */
function isText(bytes: Uint8Array): boolean {
  const text = new ByteText(bytes);
  text.skipSpace();
  if (!text.takes('solid')) return false;
  if (bytes.length >= HEAD && HEAD + RECORD * countOf(bytes) === bytes.length) return false;
  return !bytes.subarray(0, 512).includes(0);
}

const countOf = (bytes: Uint8Array): number => new DataView(bytes.buffer, bytes.byteOffset, bytes.length).getUint32(80, true);

function readBinary(bytes: Uint8Array, name: string, parts: MeshParts): void {
  if (bytes.length < HEAD) throw new Fault('file-damaged', { place: `at byte ${bytes.length}`, reason: 'it ends within its head' });
  const told = countOf(bytes);
  const found = Math.floor((bytes.length - HEAD) / RECORD);
  const count = Math.min(told, found);
  const { builder } = parts;
  if (found < told) builder.notes.push({ code: 'faces-cut-off', facts: { told, found, what: 'facets' } });
  parts.element(name.replace(/\.[^.]+$/, ''));
  const data = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  builder.reserve(count * 3, count);
  const corners = builder.positions.reserve(count * 9),
    triangles = builder.triangles.reserve(count * 3);
  for (let t = 0, at = HEAD + 12; t < count; t++, at += RECORD) {
    const i = t * 9;
    corners[i] = data.getFloat32(at, true);
    corners[i + 1] = data.getFloat32(at + 4, true);
    corners[i + 2] = data.getFloat32(at + 8, true);
    corners[i + 3] = data.getFloat32(at + 12, true);
    corners[i + 4] = data.getFloat32(at + 16, true);
    corners[i + 5] = data.getFloat32(at + 20, true);
    corners[i + 6] = data.getFloat32(at + 24, true);
    corners[i + 7] = data.getFloat32(at + 28, true);
    corners[i + 8] = data.getFloat32(at + 32, true);
    triangles[t * 3] = t * 3;
    triangles[t * 3 + 1] = t * 3 + 1;
    triangles[t * 3 + 2] = t * 3 + 2;
  }
  builder.positions.length = count * 9;
  builder.triangles.length = count * 3;
  parts.endMaterial(-1);
  parts.endElement();
}

function readText(bytes: Uint8Array, name: string, parts: MeshParts): void {
  const text = new ByteText(bytes);
  const { positions, triangles, notes } = parts.builder;
  const end = () => {
    parts.endMaterial(-1);
    if (parts.builder.hasOpenPart) parts.endElement();
  };
  let isEnded = false;
  let corners = 0;
  for (; text.at < text.end; text.nextLine()) {
    text.skipSpace();
    if (text.takes('vertex')) {
      const line = text.line;
      const data = positions.reserve(3);
      for (let k = 0; k < 3; k++) {
        text.skipBlanks();
        const from = text.at;
        const x = text.number();
        // "nan" is written by programs that divide by zero: such a facet goes later, anything else is damage
        if ((x !== x || text.hasTail()) && !/^[-+]?(nan|inf)/i.test(new ByteText(bytes, from).word()))
          throw new Fault('file-damaged', {
            place: `line ${line}`,
            reason: `"${new ByteText(bytes, from).rest().slice(0, 30)}" is not a number`,
          });
        data[positions.length + k] = x;
      }
      positions.length += 3;
      corners++;
    } else if (text.takes('endloop')) {
      if (corners !== 3)
        throw new Fault('file-damaged', { place: `line ${text.line}`, reason: `a facet has ${corners} corners instead of 3` });
      const n = positions.length / 3;
      const data = triangles.reserve(3);
      for (let k = 0; k < 3; k++) data[triangles.length + k] = n - 3 + k;
      triangles.length += 3;
      corners = 0;
    } else if (text.takes('solid')) {
      end();
      isEnded = false;
      parts.element(text.rest() || name.replace(/\.[^.]+$/, ''));
    } else if (text.takes('endsolid')) isEnded = true;
  }
  end();
  if (!isEnded) notes.push({ code: 'file-cut-off', facts: {} });
}
