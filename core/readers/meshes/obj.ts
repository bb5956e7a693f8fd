import { Fault } from '../../faults/fault';
import { triangulate } from '../../geometry/triangulate';
import { Growing } from '../../geometry/growing';
import type { Colour, Model } from '../../model/model';
import { ByteText } from '../byte-text';
import { MeshParts, type MeshOptions } from '../../model/mesh-parts';

const [V, F, O, G, U, M] = [118, 102, 111, 103, 117, 109];

/**
 * Reads a Wavefront OBJ file: each `o` or `g` group is an element, each `usemtl` in it a part, with the colours of the material
 * library where it came along. Metres and Z up unless the options say otherwise. Faces with more than three corners are
 * triangulated; lines, points, curves and texture figures are passed over.
 * @throws Fault obj-no-faces, obj-bad-number (with the line)
 */
export function readObj(bytes: Uint8Array, name: string, options: MeshOptions = {}): Model {
  const parts = new MeshParts();
  const { builder } = parts;
  const corners = new Growing((n) => new Float64Array(n), Math.ceil(bytes.length / 24));
  const colours = new Map<string, Colour>();
  const text = new ByteText(bytes);
  let group = name;
  let material = -1;
  let isOpen = false;
  let skipped = 0;
  let firstSkipped: [number, number | string] = [0, 0];
  // A group stores the corners that it uses only: which of them, and as which of its own.
  let groups = 1;
  let owner = new Uint32Array(1024);
  let own = new Uint32Array(1024);
  const face: number[] = [];

  const corner = (index: number): number => {
    if (index >= owner.length) {
      const room = Math.max(owner.length * 2, corners.length / 3);
      [owner, own] = [grown(owner, room), grown(own, room)];
    }
    if (owner[index] === groups) return own[index]!;
    owner[index] = groups;
    const { positions } = builder;
    const data = positions.reserve(3);
    const all = corners.reserve(0);
    const at = positions.length;
    data[at] = all[index * 3]!;
    data[at + 1] = all[index * 3 + 1]!;
    data[at + 2] = all[index * 3 + 2]!;
    positions.length += 3;
    return (own[index] = at / 3);
  };
  const endGroup = () => {
    if (isOpen) {
      parts.endMaterial(material);
      parts.endElement();
    }
    isOpen = false;
    groups++;
  };

  while (text.at < text.end) {
    const c = bytes[text.at]!;
    const after = bytes[text.at + 1]! <= 32;
    if (c === V && after) {
      const from = text.at;
      text.at += 1;
      const data = corners.reserve(3);
      for (let k = 0; k < 3; k++) {
        text.skipBlanks();
        const x = text.number();
        if (x !== x || text.hasTail()) throw badNumber(bytes, from, text.line);
        data[corners.length + k] = x;
      }
      corners.length += 3;
    } else if (c === F && after) {
      const line = text.line;
      text.at += 1;
      const total = corners.length / 3;
      face.length = 0;
      let bad = 0;
      for (text.skipBlanks(); !text.isLineEnd() && bytes[text.at] !== 35; text.skipBlanks()) {
        const given = text.number();
        const index = given < 0 ? total + given : given - 1;
        if (index >= 0 && index < total && Number.isInteger(index)) face.push(index);
        else bad = given;
        while (text.at < text.end && bytes[text.at]! > 32) text.at++;
      }
      if (bad !== 0 || face.length < 3) {
        if (!skipped++) firstSkipped = [line, Number.isNaN(bad) ? '(no number)' : bad];
      } else {
        if (!isOpen) {
          isOpen = true;
          parts.element(group);
        }
        if (face.length === 3) addTriangle(face[0]!, face[1]!, face[2]!);
        else {
          const ids = triangulate(face, corners.reserve(0));
          for (let k = 0; k < ids.length; k += 3) addTriangle(face[ids[k]!]!, face[ids[k + 1]!]!, face[ids[k + 2]!]!);
        }
      }
    } else if ((c === O || c === G) && after) {
      endGroup();
      text.at += 1;
      group = text.rest() || name;
    } else if (c === U && text.takes('usemtl')) {
      const key = text.rest();
      const next = parts.material(key, colours.get(key) ?? null);
      if (next !== material && isOpen) parts.endMaterial(material);
      material = next;
    } else if (c === M && text.takes('mtllib')) readLibrary(text.rest());
    text.nextLine();
  }
  endGroup();
  if (text.isNarrow) builder.notes.push({ code: 'text-encoding', facts: {} });
  if (skipped) builder.notes.push({ code: 'obj-line-skipped', facts: { line: firstSkipped[0], corner: firstSkipped[1], count: skipped } });
  if (!builder.triangles.length) throw new Fault('obj-no-faces');
  // the design takes an OBJ file as metres; whether that can be is told all the same
  return parts.model(name, 'OBJ', options, { up: 'z' });

  function addTriangle(a: number, b: number, c: number): void {
    const { triangles } = builder;
    const data = triangles.reserve(3);
    const at = triangles.length;
    data[at] = corner(a);
    data[at + 1] = corner(b);
    data[at + 2] = corner(c);
    triangles.length += 3;
  }

  function readLibrary(file: string): void {
    const library = options.companion?.(file);
    if (!library) {
      builder.notes.push({ code: 'companion-missing', facts: { name: file } });
      return;
    }
    for (const [key, colour] of readMtl(library)) colours.set(key, colour);
  }
}

/** The diffuse colours of a material library (MTL), by name, with their opacity. */
export function readMtl(bytes: Uint8Array): Map<string, Colour> {
  const out = new Map<string, Colour>();
  const text = new ByteText(bytes);
  let name = '';
  const figures = (n: number): number[] =>
    Array.from({ length: n }, () => {
      text.skipBlanks();
      return text.number();
    });
  for (; text.at < text.end; text.nextLine()) {
    text.skipBlanks();
    const old: Colour = out.get(name) ?? [0.8, 0.8, 0.8, 1];
    if (text.takes('newmtl')) out.set((name = text.rest()), [0.8, 0.8, 0.8, 1]);
    else if (text.takes('kd')) {
      const [r, g, b] = figures(3) as [number, number, number];
      if (Number.isFinite(r + g + b)) out.set(name, [r, g, b, old[3]]);
    } else if (text.takes('d')) {
      const [opacity] = figures(1) as [number];
      if (Number.isFinite(opacity)) out.set(name, [old[0], old[1], old[2], opacity]);
    } else if (text.takes('tr')) {
      const [through] = figures(1) as [number];
      if (Number.isFinite(through)) out.set(name, [old[0], old[1], old[2], 1 - through]);
    }
  }
  return out;
}

function grown(array: Uint32Array<ArrayBuffer>, room: number): Uint32Array<ArrayBuffer> {
  const next = new Uint32Array(room);
  next.set(array);
  return next;
}

function badNumber(bytes: Uint8Array, from: number, line: number): Fault {
  const text = new ByteText(bytes, from).rest();
  return new Fault('obj-bad-number', { line, text: text.slice(0, 40) });
}
